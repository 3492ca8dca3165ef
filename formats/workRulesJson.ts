import { settingsFile } from './settingsFile';
import { workRulesSchema } from '../core/format/workRules';

/** What each change asks for, parts and labour, as a file. */
export const { write: writeWorkRules, read: readWorkRules } = settingsFile('vexlo/work-rules', {
  rules: workRulesSchema,
});

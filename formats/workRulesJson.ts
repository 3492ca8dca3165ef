import { workRulesSchema } from '../core/work/workRules';
import { settingsFile } from './settingsFile';

/** What each change asks for, parts and labour, as a file. */
export const { write: writeWorkRules, read: readWorkRules } = settingsFile('vexlo/work-rules', {
  rules: workRulesSchema,
});

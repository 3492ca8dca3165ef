import { ruleSetSchema } from '../core/format/rules';
import { settingsFile } from './settingsFile';

/** A rule set of a place as a file. */
export const { write: writeRules, read: readRules } = settingsFile('vexlo/rules', ruleSetSchema.shape);

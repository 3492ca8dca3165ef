import { ruleSetSchema } from '../core/rules/schema';
import { settingsFile } from './settingsFile';

/** A rule set of a place as a file. */
export const { write: writeRules, read: readRules } = settingsFile('vexlo/rules', ruleSetSchema.shape);

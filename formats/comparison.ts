import { csvOf } from './csvText';
import json from 'json-stringify-pretty-compact';
import type { FigureRow } from '../core/paper/sideBySide';

/** What stages differ in as CSV: a line a figure, a column a stage. */
export const comparisonCsv = (labels: readonly string[], rows: readonly FigureRow[]): string =>
  csvOf([['figure', ...labels], ...rows.map(({ label, values }) => [label, ...values])]);

/** The same as JSON. */
export const comparisonJson = (job: string, labels: readonly string[], rows: readonly FigureRow[]): string =>
  `${json({ format: 'vexlo/comparison', version: 1, job, stages: labels, figures: rows })}\n`;

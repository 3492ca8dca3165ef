/** What a customer can be shown of a job. */
export const SHOWN_PARTS = ['quote', 'comparison', 'progress', 'photographs'] as const;
/** What a link can show: parts of a job, or all vehicles of a customer. */
export type ShownPart = (typeof SHOWN_PARTS)[number] | 'fleet';

export const SHOWN_WORDS: Readonly<Record<(typeof SHOWN_PARTS)[number], string>> = {
  quote: 'a quote, to accept or ask about',
  comparison: 'its stages side by side',
  progress: 'how far the work is',
  photographs: 'photographs',
};

import type { LeafId } from '../../web/app/sheet/leaves';

/** Which leaf of the sheet a part stands on, by its name in the tests or by the label of a field. */
const PLACES: Readonly<Record<LeafId, readonly string[]>> = {
  measure: [
    ...['gap-table', 'gaps', 'obstacle-table', 'point-table', 'round', 'round-count', 'round-words'],
    ...[
      'well-drawing',
      'what-decides',
      'wheel-path',
      'scan',
      'scan-count',
      'scan-message',
      'scan-parts',
      'scan-results',
    ],
    ...[
      'photo',
      'kept-rounds',
      'photo-faults',
      'photo-kept',
      'photo-spreads',
      'photo-missing',
      'photo-result',
      'photo-steering',
      'photos',
      'photos-simulated',
      'turn-and-lift',
    ],
    ...['scan-view', 'scans', 'device-sources', 'Wheelbase', 'Lock inside', 'Axle load, rear'],
  ],
  package: [
    ...['change-table', 'Sidewall code, as it is written', 'Overall diameter', 'Offset', 'Backspacing'],
    ...['Spacer', 'Bore', 'Lock stop, inside wheel', 'or from the catalog', 'Name of this stage'],
  ],
  search: [
    ...['one-step', 'pointed', 'ranking', 'search-picture', 'search-progress', 'wheel-peek', 'why-answers'],
    'why-not',
  ],
  fit: [
    ...['photograph', 'photograph-wheel'],
    ...['bench-drawing', 'lock-map', 'map-cells', 'map-pose', 'wheel-section', 'section-cells'],
    ...['pull-centre', 'pull-diameter', 'pull-inner', 'pull-outer', 'cure-pane', 'cures', 'cuts'],
    ...['directions', 'fit-facts', 'fit-grade', 'grown', 'largest', 'lift-chart', 'load-cases', 'own-tire'],
    ...['pose-lock', 'region-chart', 'region-read', 'touch-table', 'turning-circle', 'Margin'],
    ...['spring', 'bracket', 'body', 'travel', 'offset', 'spacer'].map((tape) => `runner-${tape}`),
  ],
  load: [
    ...['added-mass', 'axle-bars', 'chalk', 'chalk-step', 'ground', 'hardware', 'hidden-by-sum', 'stability'],
    ...[
      'pressure-chart-front',
      'pressure-chart-rear',
      'rules',
      'weighed',
      'pressures',
      'Wheel under the nut',
    ],
  ],
  driveline: [
    ...['electric', 'grades', 'hunting-chart', 'ladder', 'log-chart', 'log-fit', 'logger', 'road-log'],
    ...['schools', 'schools-disagree', 'size-school', 'speed-chart', 'speedometer', 'speedometer-chart'],
    ...['tried', 'upgrade', 'tradeoffs'],
  ],
  cut: [...['cut-steps', 'edges', 'nothing-to-cut', 'template', 'template-files', 'marks', 'cut-scale']],
  build: ['in-work', 'parts-total', 'quotes', 'release', 'stated', 'steps'],
  log: [
    ...['alignment-live', 'amend', 'compared', 'due', 'follow-up', 'log-waiting', 'reconcile', 'suggestions'],
    ...['test-fit', 'timeline', 'unconfirmed', 'wear', 'well-map'],
  ],
};

const leafOfPart = new Map(
  Object.entries(PLACES).flatMap(([leaf, parts]) => parts.map((part) => [part, leaf as LeafId] as const)),
);

/** The leaf that a field of the sheet stands on, by its label. */
export const leafOfField = (label: string): LeafId | undefined => leafOfPart.get(label);

/** The leaf that a selector or a path speaks of: by the id of its section, or by a part that stands on one leaf alone. */
export function leafNamed(where: string): LeafId | undefined {
  const section = /(?:^|\s)#([a-z]+)\b|@id="([a-z]+)"/.exec(where);
  const id = section?.[1] ?? section?.[2];
  if (id !== undefined && id in PLACES) return id as LeafId;
  const part = /data-testid="([^"]+)"/.exec(where)?.[1];
  return part === undefined ? undefined : leafOfPart.get(part);
}

/** How every chart looks: thin dotted grid, graphite axes, lines without dots that do not move as they come. */
export const GRID = { stroke: 'var(--line)', strokeDasharray: '1 4' } as const;
export const AXIS = { stroke: 'var(--graphite)', fontSize: 13 } as const;
export const LINE = { dot: false, isAnimationActive: false } as const;

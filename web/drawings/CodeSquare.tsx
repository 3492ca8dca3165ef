/** A code for a camera, row by row with dark cells as 1: dark on light, whatever the theme. */
export function CodeSquare({
  cells,
  words,
  className,
}: {
  cells: readonly string[];
  words: string;
  className: string;
}) {
  const side = cells.length;
  const runs = cells.flatMap((row, y) =>
    [...row.matchAll(/1+/g)].map(({ index, 0: run }) => `M${index} ${y}h${run.length}v1h-${run.length}z`),
  );
  return (
    <svg
      className={className}
      viewBox={`-4 -4 ${side + 8} ${side + 8}`}
      role="img"
      aria-label={words}
      shapeRendering="crispEdges"
    >
      <rect x={-4} y={-4} width={side + 8} height={side + 8} fill="#fff" />
      <path d={runs.join('')} fill="#000" />
    </svg>
  );
}

import { CodeSquare } from '../../drawings/CodeSquare';
import type { Block, PaperSheet, Sketch } from '../../../core/paper/paper';

function SketchView({ sketch: { caption, from, to, strokes, labels } }: { sketch: Sketch }) {
  const [width, height] = [to[0] - from[0], to[1] - from[1]];
  const x = (value: number): number => value - from[0];
  const y = (value: number): number => to[1] - value;
  return (
    <figure>
      <figcaption className="font-tight font-semibold">{caption}</figcaption>
      <svg
        className="drawing"
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`${caption}: ${labels.map(({ words }) => words).join(', ')}`}
      >
        {strokes.map(({ points, weight }, i) => (
          <polyline
            key={i}
            points={points.map(([a, b]) => `${x(a)},${y(b)}`).join(' ')}
            fill="none"
            stroke={weight === 'bold' ? 'var(--ink)' : 'var(--graphite)'}
            strokeWidth={weight === 'bold' ? 8 : 4}
            strokeDasharray={weight === 'dash' ? '18 12' : undefined}
          />
        ))}
        {labels.map(({ at, words, small }) => (
          <text
            key={words}
            x={x(at[0])}
            y={y(at[1]) + (small ? 9 : 14)}
            fontSize={small ? 27 : 52}
            textAnchor="middle"
            paintOrder="stroke"
            stroke="var(--sheet)"
            strokeWidth={small ? 4 : 10}
          >
            {words}
          </text>
        ))}
      </svg>
    </figure>
  );
}

function BlockView({ block }: { block: Block }) {
  switch (block.kind) {
    case 'heading':
      return (
        <h2 className="border-ink mt-4 mb-1 break-after-avoid border-b-2 text-[1.05rem] font-semibold">
          {block.words}
        </h2>
      );
    case 'text':
      return <p className={`my-1 ${block.strong ? 'font-semibold' : ''}`}>{block.words}</p>;
    case 'list':
      return (
        <ul className="list-['–_'] pl-4">
          {block.items.map((item) => (
            <li key={item}>{item}</li>
          ))}
        </ul>
      );
    case 'rows':
      return (
        <dl>
          {block.rows.map(([label, value]) => (
            <div
              key={label}
              className="border-line grid grid-cols-[15rem_1fr] gap-x-4 border-b py-0.5 max-sm:grid-cols-1"
            >
              <dt className="text-graphite">{label}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
      );
    case 'table':
      return (
        <table className="w-full max-sm:text-[0.85rem]">
          <colgroup>
            {block.widths.map((share, i) => (
              <col key={i} style={{ width: `${share * 100}%` }} />
            ))}
          </colgroup>
          <thead>
            <tr className="caption border-ink border-b text-left">
              {block.head.map((words, i) => (
                <th key={i} className={`py-0.5 ${block.right?.includes(i) ? 'text-right' : ''}`} scope="col">
                  {words}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {block.rows.map((cells, i) => (
              <tr key={i} className="border-line break-inside-avoid border-b align-top">
                {cells.map((cell, k) => (
                  <td
                    key={k}
                    className={`py-0.5 pr-2 ${block.right?.includes(k) ? 'text-right max-sm:whitespace-nowrap' : ''}`}
                  >
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      );
    case 'checks':
      return (
        <ul>
          {block.items.map(({ words, done }) => (
            <li key={words} className="grid break-inside-avoid grid-cols-[1.4rem_1fr_18rem] gap-x-2 py-0.5">
              <span aria-hidden>{done ? '☒' : '☐'}</span>
              <span>{words}</span>
              <span className="text-graphite border-line self-end border-b">{done ?? '\u00a0'}</span>
            </li>
          ))}
        </ul>
      );
    case 'sketches':
      return (
        <div
          className="my-2 grid gap-x-4"
          style={{ gridTemplateColumns: `repeat(${block.items.length}, 1fr)` }}
        >
          {block.items.map((sketch) => (
            <SketchView key={sketch.caption} sketch={sketch} />
          ))}
        </div>
      );
    case 'code':
      return (
        <div className="mt-4 flex break-inside-avoid items-center gap-4">
          <CodeSquare cells={block.cells} words={block.words} className="w-28 shrink-0" />
          <p>{block.words}</p>
        </div>
      );
    case 'pictures':
      return (
        <div className="my-2 grid break-inside-avoid grid-cols-2 gap-x-4">
          {block.items.map(({ caption, jpeg }) => (
            <figure key={caption}>
              <figcaption className="font-tight font-semibold">{caption}</figcaption>
              <img src={`data:image/jpeg;base64,${jpeg}`} alt={caption} className="block h-auto w-full" />
            </figure>
          ))}
        </div>
      );
  }
}

/** A paper as it is read on the page and printed from it. */
export function PaperView({
  sheet,
  within = false,
}: {
  sheet: PaperSheet;
  /** It stands within a page that has a title of its own. */
  within?: boolean;
}) {
  const Title = within ? 'h2' : 'h1';
  return (
    <article data-testid="paper" className={sheet.mostPages === 1 ? 'one-page' : undefined}>
      <Title className="font-tight text-2xl font-semibold">{sheet.title}</Title>
      {sheet.under.map((words) => (
        <p key={words} className="text-graphite">
          {words}
        </p>
      ))}
      {sheet.blocks.map((block, i) => (
        <BlockView key={i} block={block} />
      ))}
    </article>
  );
}

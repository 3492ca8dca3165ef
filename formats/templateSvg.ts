import type { Layer, TemplateSheet } from './template';

/** Dashes in mm: edge thin, cut hard, fold dash and dot, marks thin. Told apart without colour. */
export const STROKES: Readonly<Record<Layer, { widthMm: number; dash: readonly number[] }>> = {
  EDGE: { widthMm: 0.25, dash: [] },
  CUT: { widthMm: 0.7, dash: [] },
  FOLD: { widthMm: 0.5, dash: [8, 2, 1, 2] },
  MARKS: { widthMm: 0.2, dash: [] },
  TEXT: { widthMm: 0.2, dash: [] },
};

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (one) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[one] ?? one);
const figure = (value: number): string => value.toFixed(3);

/** A template as SVG at true size: one unit is one mm, a group for each layer. */
export function templateSvg({ title, lines, labels, widthMm, heightMm }: TemplateSheet): string {
  const head = title.length * 6 + 4;
  const height = heightMm + head;
  const v = (value: number): string => figure(height - value);
  const layers = [...new Set(lines.map(({ layer }) => layer))];
  const groups = layers.map((layer) => {
    const { widthMm: stroke, dash } = STROKES[layer];
    const shapes = lines
      .filter((line) => line.layer === layer)
      .map(
        ({ points }) =>
          `    <polyline points="${points.map(([a, b]) => `${figure(a)},${v(b)}`).join(' ')}"/>`,
      );
    return `  <g id="${layer}" fill="none" stroke="#000" stroke-width="${stroke}"${dash.length > 0 ? ` stroke-dasharray="${dash.join(' ')}"` : ''}>\n${shapes.join('\n')}\n  </g>`;
  });
  const words = [
    ...title.map(
      (text, i) => `    <text x="0" y="${figure((i + 1) * 6)}" font-size="4.5">${escaped(text)}</text>`,
    ),
    ...labels.map(({ at, text, heightMm: size, angleDeg }) => {
      const place = `${figure(at[0])} ${v(at[1])}`;
      const turn = angleDeg === 0 ? '' : ` transform="rotate(${figure(-angleDeg)} ${place})"`;
      return `    <text x="${figure(at[0])}" y="${v(at[1])}" font-size="${size}"${turn}>${escaped(text)}</text>`;
    }),
  ];
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${figure(widthMm)}mm" height="${figure(height)}mm" viewBox="0 0 ${figure(widthMm)} ${figure(height)}">
${groups.join('\n')}
  <g id="TEXT" font-family="sans-serif" fill="#000">
${words.join('\n')}
  </g>
</svg>
`;
}

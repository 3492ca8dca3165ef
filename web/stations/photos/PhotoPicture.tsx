import { upright } from './upright';
import type { Shot } from './usePhotos';

type Props = {
  shot: Shot;
  /** What each card is for. */
  nameOf: (id: number) => string;
  card: number | null;
  choose: (id: number) => void;
};

/** A picture with the cards that were found in it; one may be pressed. */
export function PhotoPicture({ shot, nameOf, card, choose }: Props) {
  const { width, height, found, url, name } = shot;
  const line = Math.max(width, height) / 400;
  const box = upright(shot);
  return (
    <svg
      viewBox={`0 0 ${box.width} ${box.height}`}
      className="border-line block h-auto w-full border"
      role="img"
      aria-label={`${name}: ${found.length} cards found`}
      data-testid="photo"
    >
      <g transform={box.transform}>
        <image href={url} width={width} height={height} preserveAspectRatio="none" />
        {found.map(({ id, corners }) => {
          const points = [0, 2, 4, 6].map((i) => `${corners[i] ?? 0},${corners[i + 1] ?? 0}`).join(' ');
          const chosen = id === card;
          return (
            <g key={id} className="cursor-pointer" data-card={id} onClick={() => choose(id)}>
              <title>{`${nameOf(id)} (${id})`}</title>
              <polygon
                points={points}
                fill={chosen ? 'var(--color-signal)' : 'transparent'}
                fillOpacity={0.45}
                stroke="var(--color-signal)"
                strokeWidth={line * (chosen ? 2 : 1)}
              />
            </g>
          );
        })}
      </g>
    </svg>
  );
}

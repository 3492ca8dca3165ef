import type { Shot } from './usePhotos';

/** The box of a picture that stands upright, and what turns the sensor's own pixels into it. */
export function upright({ width, height, turns }: Pick<Shot, 'width' | 'height' | 'turns'>): {
  width: number;
  height: number;
  transform: string;
} {
  const box = turns % 2 === 0 ? { width, height } : { width: height, height: width };
  const moved = ['', `translate(${height} 0)`, `translate(${width} ${height})`, `translate(0 ${width})`];
  return { ...box, transform: `${moved[turns] ?? ''} rotate(${turns * 90})` };
}

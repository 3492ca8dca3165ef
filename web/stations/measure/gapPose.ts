import { atom } from 'nanostores';

/** How the wheel stands, and to which part a gap is read there. */
export type GapPose = { lockDeg: number; travelMm: number; obstacle: string };

/** How the wheel stands where the next gap is read; null where none is, or with another wheel than the drawing shows. */
export const $gapPose = atom<GapPose | null>(null);

import { middleOf, type Vec } from '../../../core/geometry/vec';
import { useStore } from '@nanostores/react';
import { proxy, wrap, type Remote } from 'comlink';
import { atom } from 'nanostores';
import { useCallback } from 'react';
import type { Picks } from '../../../core/scan/align';
import type { PartResult, ScanApi, ScanSummary } from '../../workers/scan.worker';
import type { ScanScene } from './scene';
import type { ScanPart } from '../../../core/format/scan';

type Busy = { words: string; share: number };
type Answered<T> = ({ ok: true } & T) | { ok: false; message: string };

export const PICK_NAMES = [
  'Hub centre',
  'Hub face, one more point',
  'Hub face, another',
  'Ground, one point',
  'Ground, another',
  'Ground, a third',
] as const;

export type ScanState = {
  summary: ScanSummary | null;
  busy: Busy | null;
  message: string;
  picks: (Vec | null)[];
  aligned: boolean;
  parts: ScanPart[];
  counts: number[];
  results: PartResult[] | null;
  sweptMs: number;
};

const EMPTY: ScanState = {
  summary: null,
  busy: null,
  message: '',
  picks: PICK_NAMES.map(() => null),
  aligned: false,
  parts: [],
  counts: [],
  results: null,
  sweptMs: 0,
};

/** The picks as the alignment takes them; null while one is missing. */
export function picksOf(picks: readonly (Vec | null)[]): Picks | null {
  const [hub, faceA, faceB, a, b, c] = picks;
  return hub && faceA && faceB && a && b && c ? { hub, face: [faceA, faceB], ground: [a, b, c] } : null;
}

/** The scan of the page: its worker goes on, and what it has done stays, while another leaf is in front. */
const $scan = atom<ScanState>(EMPTY);
const set = (part: Partial<ScanState>): void => $scan.set({ ...$scan.get(), ...part });
const worker: { current: Remote<ScanApi> | null } = { current: null };
/** The drawing comes and goes with the page's choice of view; the scan stays. */
const scene: { current: ScanScene | null } = { current: null };
const attach = (made: ScanScene | null): void => {
  scene.current = made;
};

/** The worker, made when it is first needed. */
function scanWorker(): Remote<ScanApi> {
  worker.current ??= wrap<ScanApi>(
    new Worker(new URL('../../workers/scan.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker.current;
}

/** A scan in its worker: what of it the page knows, and the work that can be asked for. One at a time. */
export function useScan(marginMm: number) {
  const state = useStore($scan);

  /** Draws all points anew, piece by piece, so that the page never holds them all. */
  const draw = useCallback(async () => {
    if (!scene.current) return;
    const api = scanWorker();
    scene.current.clear();
    for (let number = 0; ; number++) {
      const piece = await api.piece(number);
      if (!piece) break;
      scene.current.add(piece, marginMm);
    }
    set({ counts: await api.counts() });
  }, [marginMm]);

  /** Runs one piece of work with its progress; what it refuses is said. */
  const run = useCallback(
    async <T extends object>(
      words: string,
      work: (api: Remote<ScanApi>, progress: (share: number) => void) => Promise<Answered<T>>,
    ): Promise<({ ok: true } & T) | null> => {
      const api = scanWorker();
      set({ busy: { words, share: 0 }, message: '' });
      try {
        const answer = await work(
          api,
          proxy((share: number) => set({ busy: { words, share } })),
        );
        if (answer.ok) return answer;
        set({ message: answer.message });
      } catch (error) {
        set({ message: `The work failed: ${error instanceof Error ? error.message : String(error)}` });
      } finally {
        set({ busy: null });
      }
      return null;
    },
    [],
  );

  /** Takes over a cloud that the worker has just got, and shows all of it. */
  const taken = useCallback(
    async (summary: ScanSummary, more: Partial<ScanState>) => {
      set({ summary, results: null, ...more });
      const { low, high } = summary;
      const at = middleOf(low, high);
      const size = Math.max(...[0, 1, 2].map((axis) => (high[axis] ?? 0) - (low[axis] ?? 0)));
      scene.current?.look(at, Math.max(300, size * 1.35));
      await draw();
    },
    [draw],
  );

  return { state, set, worker, scene, attach, draw, run, taken };
}
export type Scan = ReturnType<typeof useScan>;

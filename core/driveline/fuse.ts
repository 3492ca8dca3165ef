import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { Check } from '../check';
import { partWords } from '../format/names';
import type { AxleStrength } from './strength';

/**
 * Whether the part that is meant to give first does. Many build so that a cheap outer part goes before a dear inner
 * one; where another goes before it, the fuse protects nothing.
 */
export function fuseChecks(build: Build, strength: Record<AxleName, AxleStrength>): Check[] {
  return AXLES.flatMap((axle): Check[] => {
    const fuse = build.use.fuse?.[axle];
    if (!fuse) return [];
    const { parts, weakest } = strength[axle];
    const meant = parts.find(({ part }) => part === fuse);
    const first = parts.find(({ part }) => part === weakest);
    const id = `fuse-${axle}`;
    if (!meant || !first)
      return [
        {
          id,
          status: 'unknown',
          message: `The ${partWords(fuse)} is meant to give first at the ${axle}, but it is not judged: enter what it is made of.`,
        },
      ];
    const holds = meant.part === first.part;
    return [
      {
        id,
        status: holds ? 'pass' : 'watch',
        value: meant.factor,
        limit: first.factor,
        message: holds
          ? `The ${partWords(fuse)} gives first at the ${axle}, as it is meant to (${meant.factor.toFixed(2)}).`
          : `The ${partWords(first.part)} goes before the ${partWords(fuse)} that is meant as the fuse at the ${axle}: ${first.factor.toFixed(2)} against ${meant.factor.toFixed(2)}. Strengthen the one, or choose another fuse.`,
      },
    ];
  });
}

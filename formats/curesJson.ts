import { z } from 'zod';
import { GRADES } from '../core/clearance/grade';
import { CURE_KINDS } from '../core/format/names';
import { freeLimitsSchema } from '../core/format/freeLimits';
import type { Cures } from '../core/together/together';
import { wordingText } from '../core/wording';
import { documentReader } from './json';

/** The limits of a search for what frees a build, as a document and from a file's text. */
export const { of: limitsOf, text: readLimits } = documentReader(freeLimitsSchema);

const n = z.number();
const axle = z.enum(['front', 'rear']);
const scanned = CURE_KINDS.filter((kind) => kind !== 'cut') as [string, ...string[]];

/** What frees a build, for whoever reads it elsewhere. */
export const curesSchema = z.strictObject({
  format: z.literal('vexlo/cures'),
  version: z.literal(1),
  grade: z.enum(GRADES).meta({ description: 'Of the build as it is.' }),
  wanted: z.enum(GRADES),
  tried: n.meta({ description: 'Combinations that were gone through.' }),
  complete: z.boolean().meta({ description: 'Whether it went through all of them.' }),
  offers: z.array(
    z.strictObject({
      words: z.string(),
      changes: z.array(
        z.union([
          z.strictObject({ kind: z.enum(scanned), axle, amount: n }),
          z.strictObject({ kind: z.literal('cut'), axle, obstacle: z.string(), amount: n }),
          z.strictObject({ kind: z.literal('move'), axle, obstacle: z.string(), byMm: z.tuple([n, n, n]) }),
          z.strictObject({ kind: z.literal('remove'), axle, obstacle: z.string() }),
        ]),
      ),
      patch: z
        .array(z.strictObject({ op: z.literal('add'), path: z.string(), value: z.unknown() }))
        .meta({ description: 'RFC 6902, of the build file: applied to it, `vexlo assess` gives the grade.' }),
      grade: z.enum(GRADES),
      leastClearanceMm: z.strictObject({ front: n, rear: n }),
      cost: z.strictObject({ total: n, currency: z.string(), unpriced: n }).meta({
        description:
          'More than the build as it is, by the shop’s rules; of parts that have a price. An estimate.',
      }),
      hours: n.meta({ description: 'More work by the same rules. An estimate.' }),
      days: n.meta({ description: 'Until its parts are there.' }),
      takes: z.strictObject({ lockDeg: n, diameterMm: n, cutMm: n, heightMm: n, grossKg: n }),
    }),
  ),
  held: z.array(z.string()).meta({
    description: 'Where nothing frees it: what is in the way, or what no change to the well can mend.',
  }),
});

/** What frees a build as it leaves for another program: metric, amounts of money in whole units of the currency. */
export function curesDocument(cures: Cures): z.output<typeof curesSchema> {
  const { grade, wanted, tried, complete, offers, held } = cures;
  return {
    format: 'vexlo/cures',
    version: 1,
    grade,
    wanted,
    tried,
    complete,
    offers: offers.map(({ does, why, cost: { totalCents, ...cost }, ...offer }) => ({
      words: [does, why]
        .map((one) => wordingText(one, 'metric'))
        .filter(Boolean)
        .join(' '),
      ...offer,
      cost: { total: totalCents / 100, ...cost },
    })),
    held: held.map((one) => wordingText(one, 'metric')),
  };
}

/** The schema as it stands in docs/cures.schema.json. */
export const curesSchemaText = (): string => `${JSON.stringify(z.toJSONSchema(curesSchema), null, 2)}\n`;

import { z } from 'zod';
import { quote } from './fields';
import { packageSchema, type Package } from './package';
import { useSchema } from './use';
import { vehicleSchema } from './vehicle';

export { type Fault } from './fields';
export type { Lift, Package } from './package';
export type { Tire } from './tire';
export type { RubPolicy, Use } from './use';
export type { Material } from './materials';
export type { Corner, Obstacle, Steering, Suspension, Vehicle } from './vehicle';
export type { Hub, Wheel } from './wheel';

const literal = <T extends string | number>(value: T) =>
  z.literal(value, {
    error: ({ input }) => `${quote(input)} is not read here; write ${JSON.stringify(value)}`,
  });

/** What a build file holds, field by field; what spans several fields is checked after it. */
export const buildSchema = z.strictObject({
  format: literal('vexlo/build'),
  version: literal(1),
  vehicle: vehicleSchema,
  package: packageSchema,
  use: useSchema.prefault({}),
});

/** Everything `assess` needs, defaults filled in. */
export type Build = Omit<z.output<typeof buildSchema>, 'package'> & { package: Package };
/** A build as written in a file: defaults may be left out, `x-…` keys may be added. */
export type BuildFile = z.input<typeof buildSchema>;
export type VehicleFile = BuildFile['vehicle'];
export type PackageFile = BuildFile['package'];
export type UseFile = NonNullable<BuildFile['use']>;

import { z } from 'zod';
import { oneOf, within, words } from './fields';
import { readTireCode } from '../tire/code';
import { nominalSize } from '../tire/size';

const shape = z.strictObject({
  code: words(60, 1),
  pattern: oneOf(['road', 'all-terrain', 'mud']),
  overallDiameterMm: within(400, 1600, 'mm').optional(),
  sectionWidthMm: within(80, 600, 'mm').optional(),
  treadWidthMm: within(50, 600, 'mm').optional(),
  measuringRimIn: within(3, 20, 'in').optional(),
  approvedRimIn: z.tuple([within(3, 20, 'in'), within(3, 20, 'in')]).optional(),
  massKg: within(0, 200, 'kg', true).optional(),
  maxPressureKpa: within(100, 1000, 'kPa').optional(),
  loadTable: z
    .array(z.tuple([within(50, 1000, 'kPa'), within(0, 5000, 'kg', true)]))
    .max(40)
    .optional(),
  revsPerKm: within(150, 900, 'turns per km').optional(),
  /** Where the turns per km are from; the maker's sheet if left out. */
  revsSource: oneOf(['maker', 'measured']).optional(),
  /** When new. */
  treadDepthMm: within(3, 30, 'mm').optional(),
});

/** A tire as its sidewall and its maker's sheet describe it. */
export const tireSchema = shape.superRefine((tire, ctx) => {
  const fault = (key: string, message: string): void => {
    ctx.addIssue({ code: 'custom', path: [key], message });
  };
  const read = readTireCode(tire.code);
  if (!read.ok) {
    fault('code', read.message);
    return;
  }
  const code = read.value;
  const diameterMm = tire.overallDiameterMm ?? nominalSize(code).diameterMm;
  if (diameterMm === undefined)
    fault('overallDiameterMm', `"${tire.code}" carries no diameter; enter it from the maker’s sheet, in mm`);
  else if (diameterMm < 25.4 * code.rimIn + 40)
    fault(
      'overallDiameterMm',
      `${diameterMm} leaves no sidewall on a ${code.rimIn} in rim; give more than ${Math.ceil(25.4 * code.rimIn + 40)} mm`,
    );
  if (code.form === 'numeric' && tire.sectionWidthMm === undefined)
    fault('sectionWidthMm', `"${tire.code}" carries no exact width; enter it from the maker’s sheet, in mm`);
  if (
    tire.treadWidthMm !== undefined &&
    tire.sectionWidthMm !== undefined &&
    tire.treadWidthMm > tire.sectionWidthMm
  )
    fault(
      'treadWidthMm',
      `${tire.treadWidthMm} is wider than the section; give at most ${tire.sectionWidthMm} mm`,
    );
  if (tire.approvedRimIn && tire.approvedRimIn[0] > tire.approvedRimIn[1])
    fault('approvedRimIn', `${tire.approvedRimIn.join(' to ')} runs backwards; write the narrower rim first`);
});

export type Tire = z.output<typeof shape>;

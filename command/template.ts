import { parseArgs } from 'node:util';
import { AXLES, type AxleName } from '../core/format/names';
import { cutPlanOf } from '../core/cutting/cutPlan';
import { markingOf } from '../core/cutting/marking';
import { wordingText } from '../core/wording';
import { readBuildFile, refuse, writeOut } from './buildFile';
import { templateSheet } from '../formats/template';

const FORMATS = ['dxf', 'svg', 'pdf'] as const;
type Format = (typeof FORMATS)[number];
/** The disc that a new edge is rounded for, where none is said, mm. */
const DISC_MM = 57.5;
const USAGE =
  'usage: ./vexlo template BUILD.json --axle front|rear --obstacle ID [--side left|right] --to dxf|svg|pdf [--paper a4|letter] [--disc MM]';

const isOne = <T extends string>(words: readonly T[], text: string | undefined): text is T =>
  words.some((word) => word === text);

/**
 * Writes the template of one edge to standard output, for plotters, cutters and scripts: the same as the Cut station draws. What
 * the planner refuses, and a faulty file, are told on standard error and answered with 2, and nothing is written.
 */
export async function writeTemplate(args: string[]): Promise<number> {
  let parsed;
  try {
    parsed = parseArgs({
      args,
      allowPositionals: true,
      options: {
        axle: { type: 'string' },
        obstacle: { type: 'string' },
        side: { type: 'string' },
        to: { type: 'string' },
        paper: { type: 'string', default: 'a4' },
        disc: { type: 'string' },
      },
    });
  } catch (error) {
    return refuse(`${error instanceof Error ? error.message : String(error)}\n${USAGE}`);
  }
  const { axle, obstacle, side, to, paper, disc } = parsed.values;
  const [file, ...more] = parsed.positionals;
  if (file === undefined || more.length > 0 || obstacle === undefined) return refuse(USAGE);
  if (!isOne(AXLES, axle)) return refuse(`--axle is front or rear\n${USAGE}`);
  if (!isOne(FORMATS, to)) return refuse(`--to is dxf, svg or pdf\n${USAGE}`);
  if (side !== undefined && !isOne(['left', 'right'] as const, side))
    return refuse(`--side is left or right\n${USAGE}`);
  if (!isOne(['a4', 'letter'] as const, paper)) return refuse(`--paper is a4 or letter\n${USAGE}`);
  const discRadiusMm = disc === undefined ? DISC_MM : Number(disc);
  if (!(discRadiusMm >= 5 && discRadiusMm <= 300)) return refuse('--disc is a radius of 5 to 300 mm');
  const read = readBuildFile(file);
  if (!read.ok) return refuse(read.words);
  return write(read.value, { axle, obstacle, side, to, paper, discRadiusMm });
}

type Asked = {
  axle: AxleName;
  obstacle: string;
  side: 'left' | 'right' | undefined;
  to: Format;
  paper: 'a4' | 'letter';
  discRadiusMm: number;
};

async function write(
  build: Parameters<typeof cutPlanOf>[0],
  { axle, obstacle, side, to, paper, discRadiusMm }: Asked,
): Promise<number> {
  const part = build.vehicle.corners[axle].obstacles.find(({ id }) => id === obstacle);
  if (!part) {
    const ids = build.vehicle.corners[axle].obstacles.map(({ id }) => id).join(', ');
    return refuse(`--obstacle: "${obstacle}" is no obstacle of the ${axle} corner; the ids are ${ids}`);
  }
  if (part.side !== undefined && side !== undefined && part.side !== side)
    return refuse(`--side: the ${part.label || part.id} was measured on the ${part.side} alone`);
  const cut = cutPlanOf(build, discRadiusMm, [axle]).find((one) => one.obstacle === obstacle);
  if (!cut) return refuse(`Nothing of the ${part.label || part.id} has to give: it clears by the margin.`);
  if (cut.refused !== null) return refuse(wordingText(cut.refused, 'metric'));
  const sheet = templateSheet(cut, markingOf(build, cut), {
    vehicle: build.vehicle.label,
    stage: build.package.label,
    side: side ?? part.side ?? 'left',
    date: new Date().toISOString().slice(0, 10),
  });
  const bytes = {
    dxf: async () => (await import('../formats/templateDxf')).templateDxf(sheet),
    svg: async () => (await import('../formats/templateSvg')).templateSvg(sheet),
    pdf: async () => (await import('../formats/templatePdf')).templatePdf(sheet, paper),
  };
  writeOut(await bytes[to]());
  return 0;
}

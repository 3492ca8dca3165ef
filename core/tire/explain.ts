import type { TireCode } from './code';
import { LOAD_INDEX_KG, LOAD_RANGE_PLY, SPEED_SYMBOL_KMH } from './tables';

export type CodePart = { part: string; means: string; warning?: string };

const SERVICE_WORDS = {
  passenger: ['P', 'Passenger-car tire, rated for a car’s load even when it is on a truck.'],
  'light-truck': ['LT', 'Light-truck tire: thicker, and needs more pressure for the same load.'],
  commercial: ['C', 'Commercial tire, for vans; rated at a higher pressure than a passenger tire.'],
  temporary: ['T', 'Temporary spare: for a short way at low speed, never on a driven axle off the road.'],
  camper: ['CP', 'Camper tire: like a commercial one, allowed a higher pressure on a rear axle.'],
} as const;

function sizeParts(code: TireCode): CodePart[] {
  if (code.form === 'flotation')
    return [
      {
        part: String(code.diameterIn),
        means: `Overall diameter ${code.diameterIn} in, ${(code.diameterIn * 25.4).toFixed(0)} mm.`,
        warning: 'Nominal: makers’ sheets often give up to 3 % less.',
      },
      {
        part: String(code.sectionIn),
        means: `Section width ${code.sectionIn} in, ${(code.sectionIn * 25.4).toFixed(0)} mm.`,
        warning: 'Section width, not tread width.',
      },
    ];
  if (code.form === 'numeric')
    return [
      {
        part: code.sectionIn.toFixed(2),
        means: `Section width about ${code.sectionIn} in. The code carries no diameter.`,
        warning: 'Enter the diameter and width from the maker’s sheet; they cannot be worked out.',
      },
    ];
  const sidewall = (code.widthMm * code.aspectPct) / 100;
  return [
    {
      part: String(code.widthMm),
      means: `Section width ${code.widthMm} mm on the measuring rim, sidewall to sidewall.`,
      warning: 'Not the tread. Makers differ by 8 mm and more, and a wider wheel widens it.',
    },
    {
      part: `/${code.aspectPct}`,
      means: `Sidewall height is ${code.aspectPct} % of the width: ${sidewall.toFixed(1)} mm.`,
      warning: `A percentage, not mm: ten more is ${(code.widthMm * 0.1).toFixed(1)} mm of sidewall and ${(code.widthMm * 0.2).toFixed(0)} mm of diameter.`,
    },
  ];
}

function loadParts(code: TireCode): CodePart[] {
  const parts: CodePart[] = [];
  const { loadIndex, loadRange, speedSymbol } = code;
  if (loadIndex) {
    const single = LOAD_INDEX_KG[loadIndex.single] ?? NaN;
    if (loadIndex.dual === undefined)
      parts.push({ part: String(loadIndex.single), means: `At most ${single} kg on one tire.` });
    else
      parts.push({
        part: `${loadIndex.single}/${loadIndex.dual}`,
        means: `At most ${single} kg as a single tire, ${LOAD_INDEX_KG[loadIndex.dual] ?? NaN} kg each as a pair on one end.`,
        warning: 'Two fitments, not two pressures. Single wheels use the first figure.',
      });
  } else parts.push({ part: 'no load index', means: 'The load it carries is unknown from this code.' });
  if (speedSymbol !== undefined)
    parts.push({
      part: speedSymbol,
      means: `Up to ${SPEED_SYMBOL_KMH[speedSymbol] ?? NaN} km/h.`,
      ...('HULQ'.includes(speedSymbol)
        ? { warning: 'The letters do not run in plain order: H stands between U and V.' }
        : {}),
    });
  if (loadRange !== undefined)
    parts.push({
      part: loadRange,
      means: `Load range ${loadRange}: ${LOAD_RANGE_PLY[loadRange] ?? NaN}-ply rating, the casing’s strength class.`,
      warning: 'A class, not a load in kg, and not a speed letter; the plies are not counted any more.',
    });
  return parts;
}

/** Each part of a code in plain words, in the order it is written, with a warning where it is commonly misread. */
export function explainTireCode(code: TireCode): CodePart[] {
  const service: CodePart[] =
    code.service === 'unmarked'
      ? []
      : [
          {
            part: SERVICE_WORDS[code.service][0],
            means: SERVICE_WORDS[code.service][1],
            warning: 'Tires of one size with other service marks carry other loads.',
          },
        ];
  const construction: Record<TireCode['construction'], CodePart> = {
    radial: { part: 'R', means: 'Radial casing.' },
    belted: { part: 'B', means: 'Bias-belted casing; it rolls a little shorter than a radial.' },
    bias: {
      part: 'D or -',
      means: 'Bias (diagonal) casing; it rolls a little shorter than a radial.',
      warning: 'Do not mix with radials on one vehicle.',
    },
  };
  return [
    ...service,
    ...sizeParts(code),
    construction[code.construction],
    { part: String(code.rimIn), means: `Fits a ${code.rimIn} in rim and no other.` },
    ...loadParts(code),
    ...code.markings.map((mark) => ({
      part: mark,
      means: 'A marking that changes neither size nor load here.',
    })),
  ];
}

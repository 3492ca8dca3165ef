import { useRef } from 'react';
import type { Vehicle } from '../../core/format/build';
import { useRunner } from './slider';
import { showRounded, type UnitSystem } from '../../core/units/quantity';
import { useOneStop } from './oneStop';

type Mass = { label: string; massKg: number; behindFrontAxleMm: number; heightMm: number };
type Props = {
  vehicle: Vehicle;
  masses: readonly Mass[];
  tireRadiusMm: number;
  say: (kg: number) => string;
  units: UnitSystem;
  move: (index: number, behindFrontAxleMm: number) => void;
  disabled: boolean;
};

const WIDTH = 620;
const HEIGHT = 210;
const GROUND = 180;
const OVERHANG_MM = 1300;

function Thing({
  mass,
  x,
  y,
  perUnit,
  scale,
  say,
  units,
  move,
  disabled,
}: {
  mass: Mass;
  x: number;
  y: number;
  perUnit: number;
  scale: () => number;
  say: (kg: number) => string;
  units: UnitSystem;
  move: (mm: number) => void;
  disabled: boolean;
}) {
  const runner = useRunner({
    label: `${mass.label || 'Added mass'}, behind the front axle`,
    value: mass.behindFrontAxleMm,
    min: -2000,
    max: 8000,
    step: 10,
    text: `${showRounded(mass.behindFrontAxleMm, 'length', units)} behind the front axle`,
    perX: perUnit,
    scale,
    move,
    disabled,
  });
  return (
    <g {...runner}>
      <rect className="runner" x={x - 11} y={y - 11} width={22} height={22} />
      <text className="runner-text" x={x} y={y - 16} fontSize={13} textAnchor="middle">
        {mass.label || 'added'} {say(mass.massKg)}
      </text>
    </g>
  );
}

/** The vehicle from its left side, drawn from its wheelbase and tires alone; what is added is dragged along it. */
export function SideView({ vehicle, masses, tireRadiusMm, say, units, move, disabled }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const stop = useOneStop(svg);
  const perUnit = (vehicle.wheelbaseMm + 2 * OVERHANG_MM) / WIDTH;
  const x = (behindMm: number): number => (behindMm + OVERHANG_MM) / perUnit;
  const y = (heightMm: number): number => GROUND - heightMm / perUnit;
  const r = tireRadiusMm / perUnit;
  const scale = (): number => WIDTH / (svg.current?.getBoundingClientRect().width ?? WIDTH);
  const top = vehicle.kind === 'van' ? 2300 : 1750;
  const hood = vehicle.kind === 'van' ? 1500 : 1150;
  const body = [
    [-850, 500],
    [-850, 950],
    [-700, hood],
    [500, hood + 60],
    [1000, top],
    [vehicle.kind === 'truck' ? 2300 : vehicle.wheelbaseMm + 700, top],
    ...(vehicle.kind === 'truck'
      ? [
          [2500, 1250],
          [vehicle.wheelbaseMm + 1050, 1250],
        ]
      : []),
    [vehicle.wheelbaseMm + 1050, 500],
  ];
  return (
    <svg
      ref={svg}
      {...stop}
      className="drawing"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="group"
      aria-label="The vehicle from its left side, with what is added to it"
      data-testid="side-view"
    >
      <path className="thin" d={`M0 ${GROUND}H${WIDTH}`} />
      <path
        className="thin"
        strokeDasharray="6 4"
        d={`M${body.map(([bx = 0, bz = 0]) => `${x(bx).toFixed(1)} ${y(bz).toFixed(1)}`).join('L')}Z`}
      />
      {[0, vehicle.wheelbaseMm].map((at) => (
        <circle key={at} className="tire" cx={x(at)} cy={GROUND - r} r={r} />
      ))}
      <path
        className="rule"
        d={`M${x(0)} ${GROUND + 8}V${GROUND + 20}M${x(vehicle.wheelbaseMm)} ${GROUND + 8}V${GROUND + 20}M${x(0)} ${GROUND + 14}H${x(vehicle.wheelbaseMm)}`}
      />
      {masses.map((mass, i) => (
        <Thing
          key={i}
          mass={mass}
          x={x(mass.behindFrontAxleMm)}
          y={y(mass.heightMm)}
          perUnit={perUnit}
          scale={scale}
          say={say}
          units={units}
          move={(mm) => move(i, mm)}
          disabled={disabled}
        />
      ))}
      <text x={4} y={HEIGHT - 4} fontSize={12} className="quiet">
        front to the left; the outline is a sketch, wheels and things stand to scale
      </text>
    </svg>
  );
}

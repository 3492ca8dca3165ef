import { AXLES } from './names';
import type { Fault } from './fields';
import type { Build } from './build';
import type { Package } from './package';
import { tireSize } from '../tire/size';
import { MM_PER_INCH } from '../units/length';
import { travelOf } from '../vehicle/travel';

type Tell = (path: (string | number)[], message: string) => void;

function rims({ vehicle, package: pack }: Build, fault: Tell): void {
  const mounted: [(string | number)[], Pick<Package, 'tire' | 'wheel'>][] = [
    [['vehicle', 'stock'], vehicle.stock],
    [['package'], pack],
  ];
  for (const [path, { tire, wheel }] of mounted) {
    const { overallDiameterMm } = tireSize(tire, wheel.widthIn);
    if (overallDiameterMm < MM_PER_INCH * wheel.diameterIn + 40)
      fault(
        [...path, 'wheel', 'diameterIn'],
        `${wheel.diameterIn} leaves no sidewall under a tire of ${overallDiameterMm.toFixed(0)} mm; give the tire’s own rim`,
      );
  }
}

/** Cuts, moves and removals of parts that are there and that allow it, each once. */
function parts({ vehicle, package: pack }: Build, fault: Tell): void {
  const obstacles = AXLES.flatMap((axle) => vehicle.corners[axle].obstacles);
  const named = (
    id: string,
    path: (string | number)[],
  ): Build['vehicle']['corners']['front']['obstacles'] => {
    const found = obstacles.filter((part) => part.id === id);
    if (found.length === 0)
      fault(
        path,
        `"${id}" is no obstacle of this vehicle; the ids are ${obstacles.map((part) => part.id).join(', ')}`,
      );
    return found;
  };
  const once = (ids: readonly string[], path: (i: number) => (string | number)[], twice: string): void =>
    ids.forEach((id, i) => {
      if (ids.indexOf(id) < i) fault(path(i), `"${id}" ${twice}`);
    });
  pack.cuts.forEach(({ obstacle }, i) => {
    const path = ['package', 'cuts', i, 'obstacle'];
    const found = named(obstacle, path);
    if (found.length > 0 && found.every(({ cutMm }) => cutMm === 0))
      fault(path, `"${obstacle}" may not be cut (its cutMm is 0); take the cut out`);
  });
  once(
    pack.cuts.map(({ obstacle }) => obstacle),
    (i) => ['package', 'cuts', i, 'obstacle'],
    'is cut twice; write one cut with the whole depth',
  );
  pack.moves.forEach(({ obstacle, byMm }, i) => {
    const found = named(obstacle, ['package', 'moves', i, 'obstacle']);
    if (found.length === 0) return;
    const may = Math.max(...found.map(({ movableMm = 0 }) => movableMm));
    const far = Math.hypot(...byMm);
    if (far > may + 1e-9)
      fault(
        ['package', 'moves', i, 'byMm'],
        may === 0
          ? `"${obstacle}" may not be moved (its movableMm is 0); take the move out, or say on the part how far it may go`
          : `${far.toFixed(1)} mm is further than "${obstacle}" may be moved; give at most ${may} mm in all`,
      );
    if (pack.removed.includes(obstacle))
      fault(['package', 'moves', i, 'obstacle'], `"${obstacle}" is taken off as well; keep one of the two`);
  });
  once(
    pack.moves.map(({ obstacle }) => obstacle),
    (i) => ['package', 'moves', i, 'obstacle'],
    'is moved twice; write one move with the whole way',
  );
  pack.removed.forEach((id, i) => {
    const path = ['package', 'removed', i];
    const found = named(id, path);
    if (found.some(({ removable }) => removable !== true))
      fault(
        path,
        `"${id}" may not be taken off (it is not removable); take it out, or say on the part that it may`,
      );
  });
  once(pack.removed, (i) => ['package', 'removed', i], 'is taken off twice; write it once');
  for (const axle of AXLES)
    if (vehicle.corners[axle].obstacles.every(({ id }) => pack.removed.includes(id)))
      fault(['package', 'removed'], `leaves nothing at the ${axle} to be judged; keep one part at least`);
}

/** Travel that is left, and arms and bars that are longer than it. */
function travels({ vehicle, package: pack }: Build, fault: Tell): void {
  for (const axle of AXLES) {
    const corner = ['vehicle', 'corners', axle, 'suspension'];
    const { suspension } = vehicle.corners[axle];
    const lift = pack.lift[axle];
    const { fullBumpMm, fullDroopMm, reachMm } = travelOf(suspension, lift, 0);
    if (fullBumpMm <= fullDroopMm)
      fault(
        ['package', 'lift', axle, 'bumpStopMm'],
        `${lift.bumpStopMm} leaves no wheel travel; give less than ${lift.bumpStopMm + fullBumpMm - fullDroopMm} mm`,
      );
    const short = (key: string, armMm: number, thanMm = reachMm): void =>
      fault(
        [...corner, key],
        `${armMm} is no longer than the wheel travels (${thanMm} mm); give more${key === 'trackBarMm' ? '' : ', or null for a straight path'}`,
      );
    const { frontArmMm, sideArmMm, path, trackBarMm, trackBarRiseMm = 0 } = suspension;
    if (!path && frontArmMm !== null && frontArmMm <= reachMm) short('frontArmMm', frontArmMm);
    if (!path && sideArmMm !== null && Math.abs(sideArmMm) <= reachMm) short('sideArmMm', sideArmMm);
    const barMm = Math.max(
      Math.abs(trackBarRiseMm),
      ...[fullBumpMm, fullDroopMm].map((hub) => Math.abs(trackBarRiseMm - hub - lift.bracketMm)),
    );
    if (trackBarMm !== undefined && trackBarMm <= barMm) short('trackBarMm', trackBarMm, barMm);
    if (suspension.kind === 'solid' && vehicle.trackMm[axle] / 2 <= reachMm)
      fault(
        ['vehicle', 'trackMm', axle],
        `${vehicle.trackMm[axle]} is too narrow for ${reachMm} mm of travel`,
      );
  }
}

/** Faults that span more than one field: rims, parts, travel and arms. The fields themselves are in order. */
export function faultsAcross(build: Build): Fault[] {
  const faults: Fault[] = [];
  const fault: Tell = (path, message) => {
    faults.push({ path: path.join('.'), message });
  };
  rims(build, fault);
  parts(build, fault);
  travels(build, fault);
  return faults;
}

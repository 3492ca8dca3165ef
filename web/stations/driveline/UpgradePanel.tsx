import { wordingText } from '../../../core/wording';
import { useKept } from '../../state/kept';
import { Said } from '../../ui/Said';
import { useStore } from '@nanostores/react';
import { useEffect, useState } from 'react';
import { AXLES, type AxleName, FUSES } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import { disagreement, sizeVerdict, type SizeVerdict } from '../../../core/driveline/sizeSchool';
import type { AxleStrength, Strength } from '../../../core/driveline/strength';
import {
  offeredUpgrades,
  strengthWith,
  upgradesOf,
  type OfferedPart,
} from '../../../core/driveline/upgrades';
import { showWithUnit } from '../../../core/units/quantity';
import { Choice, AxleSwitch } from '../../ui/choices';
import { setStage } from '../../state/edits';
import { $job, $shop, $units } from '../../state/store';
import { send } from '../../state/apiClient';
import { PART_WORDS } from './Ladder';
import { SizeTableDialog } from './SizeTableDialog';
import { Button } from '../../ui/Button';

const NONE = 'none';

/** What the catalog has for the axles of the vehicle on the page; nothing until it is read, or where it cannot be. */
function useOfferedParts(): readonly OfferedPart[] {
  const jobId = useStore($job)?.id;
  const [parts, setParts] = useState<readonly OfferedPart[]>([]);
  useEffect(() => {
    if (jobId === undefined) return;
    void send<OfferedPart[]>('GET', `/api/jobs/${jobId}/parts`).then((answer) => {
      if (answer.kind === 'ok') setParts(answer.value);
    });
  }, [jobId]);
  return parts;
}

/** One upgrade tried without changing anything, the part meant as fuse, and the tire-size school beside the ladder. */
export function UpgradePanel({ build, strength }: { build: Build; strength: Strength }) {
  const driven = AXLES.filter((axle) => build.vehicle.axles?.[axle].driven);
  const units = useStore($units);
  const [chosen, setChosen] = useKept<AxleName>('upgrade.axle', 'front');
  const axle = driven.includes(chosen) ? chosen : driven[0];
  const [upgradeId, setUpgradeId] = useKept('upgrade.id', NONE);
  const parts = useOfferedParts();
  if (!axle) return null;
  const upgrades = [...offeredUpgrades(build, axle, parts), ...upgradesOf(build, axle)];
  const upgrade = upgrades.find(({ id }) => id === upgradeId);
  const tried = upgrade && strengthWith(upgrade, axle);
  const fuse = build.use.fuse;
  return (
    <div className="mt-3 grid grid-cols-2 gap-x-8" data-testid="upgrade">
      <div>
        <div className="flex flex-wrap items-end gap-3">
          {driven.length > 1 && <AxleSwitch value={axle} axles={driven} choose={setChosen} />}
          <div className="min-w-40 grow basis-40">
            <Choice
              label="Try one change, without taking it"
              value={upgrade ? upgradeId : NONE}
              options={[
                [NONE, 'as it is'],
                ...upgrades.map(({ id, words }) => [id, wordingText(words, units)] as const),
              ]}
              choose={setUpgradeId}
            />
          </div>
          <div className="w-36">
            <Choice
              label="Meant to give first"
              value={fuse?.[axle] ?? NONE}
              options={[[NONE, 'none marked'], ...FUSES.map((one) => [one, PART_WORDS[one]] as const)]}
              choose={(one) => {
                const { [axle]: _, ...others } = fuse ?? {};
                void setStage('/use/fuse', one === NONE ? others : { ...others, [axle]: one });
              }}
            />
          </div>
        </div>
        {tried && <Tried before={strength[axle]} after={tried} words={wordingText(upgrade.words, units)} />}
      </div>
      <SizeSchool build={build} axle={axle} strength={strength[axle]} />
    </div>
  );
}

function Tried({ before, after, words }: { before: AxleStrength; after: AxleStrength; words: string }) {
  return (
    <table className="mt-1 w-full text-[0.92rem]" data-testid="tried">
      <caption className="caption text-left">With {words}</caption>
      <tbody>
        {after.parts
          .filter(({ demandNm }) => demandNm !== undefined)
          .map(({ part, factor }) => {
            const was = before.parts.find((one) => one.part === part)?.factor ?? NaN;
            return (
              <tr
                key={part}
                className={`border-line border-b ${part === after.weakest ? 'font-semibold' : ''}`}
              >
                <td>
                  {PART_WORDS[part]}
                  {part === after.weakest && (
                    <span className="text-graphite font-normal">
                      {part === before.weakest ? ' still gives first' : ' would give first'}
                    </span>
                  )}
                </td>
                <td className="text-graphite text-right font-normal">{was.toFixed(2)}</td>
                <td className="w-8 text-center">→</td>
                <td className="w-14 text-right">{factor.toFixed(2)}</td>
              </tr>
            );
          })}
      </tbody>
    </table>
  );
}

const VERDICTS: Record<SizeVerdict['verdict'], string> = {
  'as-it-is': 'takes it as it is',
  'with-upgrades': 'takes it only with',
  'too-tall': 'is too light for it, even with',
};

/** The other school: how tall a tire an axle takes, by the shop's own table. A rule of thumb. */
function SizeSchool({ build, axle, strength }: { build: Build; axle: AxleName; strength: AxleStrength }) {
  const units = useStore($units);
  const { sizeTable } = useStore($shop);
  const [editing, setEditing] = useState(false);
  const size = sizeVerdict(build, axle, sizeTable);
  const apart = disagreement(axle, size, strength);
  const mm = (value: number): string => showWithUnit(Math.round(value), 'length', units);
  return (
    <div data-testid="size-school">
      <p className="flex items-center gap-3">
        <b className="font-semibold">By tire size</b>
        <span className="text-graphite">the shop’s table, a rule of thumb</span>
        <Button needs="plan" onClick={() => setEditing(true)}>
          Edit
        </Button>
      </p>
      {size ? (
        <p>
          A tire of {mm(size.diameterMm)} on the {axle} axle ({size.row.label}, up to {mm(size.row.largestMm)}
          , {mm(size.row.upgradedMm)} with {size.row.upgrades || 'upgrades'}): the axle{' '}
          {VERDICTS[size.verdict]}
          {size.verdict === 'as-it-is' ? '' : ` ${size.row.upgrades || 'upgrades'}`}.
        </p>
      ) : (
        <p className="text-graphite">
          {sizeTable.length === 0
            ? 'The table is empty; write down how tall a tire each class of axle takes.'
            : 'The ring gear of this axle is not known, or in no row: measure it.'}
        </p>
      )}
      {apart && (
        <p className="mt-1 font-medium" data-testid="schools-disagree">
          ◐ <Said words={apart} />
        </p>
      )}
      {editing && <SizeTableDialog close={() => setEditing(false)} />}
    </div>
  );
}

import { Said } from '../../ui/Said';
import { useKept } from '../../state/kept';
import { today } from '../../state/clock';
import { useStore } from '@nanostores/react';
import { useState } from 'react';
import type { Build } from '../../../core/format/build';
import { CUT_KINDS } from '../../../core/cutting/kinds';
import { poseShort } from '../../../core/verdict';
import { showWithUnit } from '../../../core/units/quantity';
import { templateSheet, type TemplateSheet } from '../../../formats/template';
import type { PlannedCut as Planned } from '../../workers/assess.worker';
import { Segments } from '../../ui/choices';
import { download } from '../../ui/download';
import { NumberField } from '../../ui/NumberField';
import { useSeen } from '../../state/useSeen';
import { useWorkerQuery, WHEN_STILL } from '../../state/workerQuery';
import { setStage } from '../../state/edits';
import { storeSettings } from '../../state/settings';
import { $active, $axle, $head, $job, $shop, $units, stageFileOf } from '../../state/store';
import { useLocked } from '../../state/useLocked';
import { CutSteps } from './CutSteps';
import { MarkTable } from './MarkTable';
import { ScaleTable } from './ScaleTable';
import { TemplateDrawing } from './TemplateDrawing';
import { Button } from '../../ui/Button';

const keyOf = ({ cut }: Planned): string => `${cut.axle} ${cut.obstacle}`;

/** What must give, along each edge; where to mark it; and the template at true size. */
export function CutStation({ build }: { build: Build }) {
  const axle = useStore($axle);
  const { discRadiusMm } = useStore($shop);
  const locked = useLocked();
  const answer = useWorkerQuery(
    (api, asked) => api.cuts(asked.build, asked.discRadiusMm),
    { build, discRadiusMm },
    WHEN_STILL,
  );
  const [section, seen] = useSeen<HTMLElement>();
  const scale = useWorkerQuery(
    (api, asked) => api.cutScale(asked.build, asked.axle, asked.discRadiusMm),
    { build, axle, discRadiusMm },
    WHEN_STILL,
    seen,
  );
  const [chosen, setChosen] = useKept<string | null>('cut.chosen', null);
  const planned = answer ?? [];
  const shown = planned.find((one) => keyOf(one) === chosen) ?? planned.find(({ cut }) => !cut.refused);
  return (
    <section id="cut" ref={section} aria-labelledby="cut-title" className="station">
      <div className="mb-2 flex flex-wrap items-end gap-x-6">
        <h2 id="cut-title" tabIndex={-1} className="station-title">
          Cut
        </h2>
        <div className="w-44">
          <NumberField
            label="Disc radius, the shop’s"
            path="discRadiusMm"
            quantity="length"
            value={discRadiusMm}
            whenLeft
            take={(mm) => {
              if (mm === undefined || mm < 5 || mm > 300)
                return {
                  ok: false,
                  faults: [{ path: 'discRadiusMm', message: 'is out of range; give 5 to 300 mm' }],
                };
              void storeSettings({ discRadiusMm: mm });
              return { ok: true };
            }}
          />
        </div>
        <p className="text-graphite max-w-[46rem] pb-1 text-[0.9rem]">
          Never cut, whatever clears: frame, suspension, steering and brake parts, seat-belt and airbag
          mounts, crash structure, fuel and brake lines. Discs burst: protect eyes, hands, breath and hearing;
          no fuel or wiring behind the metal.
        </p>
      </div>
      {!answer ? (
        <p className="text-graphite min-h-[42rem]" role="status">
          Working out the edges…
        </p>
      ) : planned.length === 0 ? (
        <p className="text-lg" data-testid="nothing-to-cut">
          Nothing has to give: everything clears by the margin in this zone.
        </p>
      ) : (
        <>
          <EdgeTable build={build} planned={planned} shown={shown} choose={setChosen} locked={locked} />
          {shown && <Template key={keyOf(shown)} build={build} planned={shown} />}
          {scale && <ScaleTable scale={scale} axle={axle} />}
        </>
      )}
      <CutSteps build={build} />
    </section>
  );
}

function EdgeTable({
  build,
  planned,
  shown,
  choose,
  locked,
}: {
  build: Build;
  planned: readonly Planned[];
  shown: Planned | undefined;
  choose: (key: string) => void;
  locked: boolean;
}) {
  const units = useStore($units);
  const mm = (value: number): string => showWithUnit(Math.ceil(value - 0.05), 'length', units);
  const { cuts } = build.package;
  const decide = ({ cut }: Planned): void => {
    const depthMm = Math.min(cut.mayCutMm, Math.ceil(cut.deepestMm));
    // From the stage as it is now, not from the one that is drawn.
    const stage = $active.get();
    const now = stage ? (stageFileOf(stage).package.cuts ?? []) : [];
    const others = now.filter(({ obstacle }) => obstacle !== cut.obstacle);
    void setStage('/package/cuts', [...others, { obstacle: cut.obstacle, depthMm }]);
  };
  return (
    <table className="w-full text-[0.95rem]" data-testid="edges">
      <thead>
        <tr className="caption border-ink border-b text-left">
          <th className="py-1">Edge</th>
          <th>How it gives</th>
          <th>Deepest</th>
          <th>Along the edge</th>
          <th>Asked for at</th>
          <th>Work, est.</th>
          <th>Decided</th>
        </tr>
      </thead>
      <tbody>
        {planned.map((one) => {
          const { cut } = one;
          const worst = [...cut.samples].sort((a, b) => b.neededMm - a.neededMm)[0];
          const decided = cuts.find(({ obstacle }) => obstacle === cut.obstacle);
          return (
            <tr
              key={keyOf(one)}
              data-edge={cut.obstacle}
              data-refused={cut.refused !== null}
              className={`border-line border-b ${one === shown ? 'bg-soft' : ''}`}
            >
              <td className="py-1">
                <button
                  type="button"
                  className="text-left font-semibold underline-offset-2 hover:underline"
                  aria-pressed={one === shown}
                  onClick={() => choose(keyOf(one))}
                >
                  {cut.label}
                </button>{' '}
                <span className="text-graphite">
                  {cut.axle}
                  {cut.side === 'both' ? '' : `, ${cut.side}`}
                </span>
              </td>
              {cut.refused ? (
                <td colSpan={6}>
                  <b className="font-semibold">✕ Not cut.</b> <Said words={cut.refused} />
                </td>
              ) : (
                <>
                  <td>{cut.kind ? CUT_KINDS[cut.kind].words : ''}</td>
                  <td className="font-semibold">{mm(cut.deepestMm)}</td>
                  <td>{mm(cut.cutToMm - cut.cutFromMm)}</td>
                  <td>{worst ? poseShort(worst.lockDeg, worst.travelMm, units) : ''}</td>
                  <td>{Math.round(cut.minutes / 5) * 5} min a side</td>
                  <td>
                    {decided ? (
                      mm(decided.depthMm)
                    ) : (
                      <Button disabled={locked} onClick={() => decide(one)}>
                        Decide {mm(Math.min(cut.mayCutMm, cut.deepestMm))}
                      </Button>
                    )}
                  </td>
                </>
              )}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Template({ build, planned: { cut, marking } }: { build: Build; planned: Planned }) {
  const [side, setSide] = useState<'left' | 'right'>(cut.side === 'right' ? 'right' : 'left');
  const [mark, setMark] = useState<number | null>(null);
  const stage = useStore($head)?.name ?? '';
  const sheet = templateSheet(cut, marking, {
    vehicle: build.vehicle.label,
    stage,
    side,
    date: today(),
  });
  return (
    <div className="mt-3 grid grid-cols-1 items-start gap-x-8 gap-y-3 md:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
      <div>
        <div className="mb-1 flex flex-wrap items-center gap-3">
          <h3 className="text-lg font-semibold">Template: {cut.label}</h3>
          {cut.side === 'both' && (
            <Segments
              label="Side"
              value={side}
              options={[
                ['left', 'Left'],
                ['right', 'Right'],
              ]}
              choose={setSide}
            />
          )}
        </div>
        <TemplateDrawing sheet={sheet} chosen={mark} />
        <p className="text-graphite text-[0.9rem]">
          {sheet.title[2]}. As seen from outside the fender, {side} side: front to the {side}, up is up.
          Hatched: the tire’s side. Thin: the edge as it is;{' '}
          {cut.kind === 'fold' ? 'dash and dot: the fold' : 'thick: the cut'}; numbers: the marks.
        </p>
        {cut.refused === null && <Downloads sheet={sheet} name={`${side}-${cut.axle}-${cut.obstacle}`} />}
      </div>
      <MarkTable marking={marking} choose={setMark} />
    </div>
  );
}

function Downloads({ sheet, name }: { sheet: TemplateSheet; name: string }) {
  const file = `${$job.get()?.number.toLowerCase() ?? 'job'}-${name}`;
  const pdf = async (paper: 'a4' | 'letter'): Promise<void> => {
    const { templatePdf } = await import('../../../formats/templatePdf');
    download(new Uint8Array(await templatePdf(sheet, paper)), `${file}-${paper}.pdf`, 'application/pdf');
  };
  const tool = 'plain-button';
  return (
    <div className="no-print mt-1 flex flex-wrap items-center gap-2" data-testid="template-files">
      <span className="caption">At true size</span>
      <button type="button" className={tool} onClick={() => void pdf('a4')}>
        PDF A4
      </button>
      <button type="button" className={tool} onClick={() => void pdf('letter')}>
        PDF Letter
      </button>
      <button
        type="button"
        className={tool}
        onClick={() =>
          void import('../../../formats/templateSvg').then(({ templateSvg }) =>
            download(templateSvg(sheet), `${file}.svg`, 'image/svg+xml'),
          )
        }
      >
        SVG
      </button>
      <button
        type="button"
        className={tool}
        onClick={() =>
          void import('../../../formats/templateDxf').then(({ templateDxf }) =>
            download(templateDxf(sheet), `${file}.dxf`, 'image/vnd.dxf'),
          )
        }
      >
        DXF
      </button>
    </div>
  );
}

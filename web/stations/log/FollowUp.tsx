import { RETORQUE } from '../../../core/work/retorque';
import { whyNot } from '../../state/person';
import { useStore } from '@nanostores/react';
import { useKept } from '../../state/kept';
import { useState } from 'react';
import { Segments } from '../../ui/choices';
import { today } from '../../state/clock';
import { setStage } from '../../state/edits';
import { $build, $locked, $units } from '../../state/store';
import { AlignmentBench } from './AlignmentBench';
import { Wear } from './Wear';
import {
  draftOf,
  fieldWords,
  FOLLOW_FIELDS,
  FOLLOW_WORDS,
  type FollowField,
  type FollowKind,
} from './followUp';
import { writeDown, type Draft } from './logStore';
import { PhotoButton } from './PhotoButton';
import type { Chalk } from '../../../core/format/chalk';
import { Button } from '../../ui/Button';

const KINDS = Object.entries(FOLLOW_WORDS) as [FollowKind, string][];

function FollowInput({
  field,
  words,
  value,
  change,
}: {
  field: FollowField;
  words: string;
  value: string | undefined;
  change: (text: string) => void;
}) {
  return (
    <label className={`caption ${field.width}`}>
      {words}
      {typeof field.as === 'object' ? (
        <select
          className="field-box text-ink"
          value={value ?? field.as[0]?.[0]}
          onChange={(event) => change(event.target.value)}
        >
          {field.as.map(([option, said]) => (
            <option key={option} value={option}>
              {said}
            </option>
          ))}
        </select>
      ) : (
        <input
          className="field-box text-ink"
          inputMode={field.as === 'text' ? 'text' : 'decimal'}
          value={value ?? ''}
          onChange={(event) => change(event.target.value)}
        />
      )}
    </label>
  );
}

/** A chalk test belongs to the tires that are on as well: Load works with it. */
function keepChalk(draft: Extract<Draft, { kind: 'chalk' }>): void {
  const { axle, kpa, mark } = draft;
  const entry: Chalk = { axle, kpa, mark, on: today() };
  if (!$locked.get() && whyNot('plan') === null)
    setStage('/package/chalk', [...($build.get()?.package.chalk ?? []), entry]);
}

/** What is done after the wheels are on, each kind with its own fields; what the log refuses is said by name. */
export function FollowUp() {
  const units = useStore($units);
  const [kind, setKind] = useKept<FollowKind>('log.follow', 're-torque');
  const [typed, setTyped] = useKept<Record<string, string>>('log.followTyped', {});
  const [fault, setFault] = useState('');
  const write = async (): Promise<void> => {
    const draft = draftOf(kind, typed, units);
    const refused = await writeDown(draft);
    setFault(refused ?? '');
    if (refused !== null) return;
    if (draft.kind === 'chalk') keepChalk(draft);
    // What is typed by then stays.
    setTyped((now) => (now === typed ? {} : now));
  };
  const set = (more: Record<string, string>): void => setTyped((now) => ({ ...now, ...more }));
  const fields = FOLLOW_FIELDS[kind];
  const input = (field: FollowField) => (
    <FollowInput
      key={field.id}
      field={field}
      words={fieldWords(field, units)}
      value={typed[field.id]}
      change={(text) => set({ [field.id]: text })}
    />
  );
  return (
    <form
      data-testid="follow-up"
      onSubmit={(event) => {
        event.preventDefault();
        void write();
      }}
    >
      <div className="mb-1 flex flex-wrap items-center gap-4">
        <h3 className="text-lg font-semibold">Follow-up</h3>
        <Segments
          label="Kind"
          value={kind}
          options={KINDS}
          choose={(one) => {
            setKind(one);
            setFault('');
          }}
        />
        <PhotoButton />
      </div>
      {kind === 'tread' && (
        <div className="mb-2 grid max-w-[60rem] grid-cols-6 gap-x-2 gap-y-1">
          {fields.filter(({ as }) => as === 'tread').map(input)}
        </div>
      )}
      <div className="flex flex-wrap items-end gap-2">
        {fields.filter(({ as }) => as !== 'tread').map(input)}
        {kind === 'alignment' && <AlignmentBench take={set} />}
        <Button type="submit" className="font-semibold">
          Write down
        </Button>
      </div>
      {fault && (
        <p role="alert" className="font-medium">
          ▲ {fault}
        </p>
      )}
      <p className="text-graphite mt-1 text-[0.9rem]">
        {kind === 'tread'
          ? 'Tires that roll one way only stay on their side. A spare that goes round with them evens the five out.'
          : kind === 'alignment'
            ? 'The vehicle maker states what it shall be; Build holds those figures. Steering work belongs to qualified people.'
            : `Nuts again after ${RETORQUE[units]}, to the stated torque; look for shiny spots and crumbs after some days.`}
      </p>
      <Wear />
    </form>
  );
}

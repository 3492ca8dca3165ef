import { Trash2 } from 'lucide-react';
import type { Assessment } from '../../../core/assess';
import type { Build } from '../../../core/format/build';
import type { Envelope } from '../../../core/format/envelope';
import { AXLES, ENVELOPE_KINDS, ENVELOPE_NAMES, USUAL_ENVELOPE } from '../../../core/format/names';
import { setStage } from '../../state/edits';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/choices';
import { Field } from '../../ui/Field';
import { CheckList } from './CheckList';

/** Chains and mud around the tires of an axle: what they take, and whether that clears the well. */
export function EnvelopePanel({
  build,
  assessment,
  locked,
}: {
  build: Build;
  assessment: Assessment | undefined;
  locked: boolean;
}) {
  const { envelopes } = build.package;
  const put = (next: readonly Envelope[]): void =>
    void setStage('/package/envelopes', next.length > 0 ? next.map((one) => ({ ...one })) : undefined);
  const change = (at: number, to: Envelope) =>
    setStage(
      '/package/envelopes',
      envelopes.map((one, i) => (i === at ? to : one)),
    );
  return (
    <div className="mt-4" data-testid="envelopes">
      <h3 className="text-lg font-semibold">Chains and mud</h3>
      {envelopes.length === 0 && (
        <p className="text-graphite">
          Put chains or mud around the tires of an axle, and whether they clear the well is said here.
        </p>
      )}
      {envelopes.map((envelope, i) => {
        const optional = (key: 'lockDeg' | 'kmh') => (value: number | undefined) => {
          const { [key]: _, ...others } = envelope;
          return change(i, value === undefined ? others : { ...others, [key]: value });
        };
        return (
          <fieldset
            key={i}
            disabled={locked}
            className="border-line mb-2 grid grid-cols-2 items-start gap-x-2 border-b pb-2 md:grid-cols-[9rem_7rem_1fr_1fr_1fr_1fr_2rem]"
          >
            <Choice
              label={`${i + 1}. What`}
              value={envelope.kind}
              options={ENVELOPE_NAMES.map((kind) => [kind, ENVELOPE_KINDS[kind]] as const)}
              choose={(kind) => void change(i, { ...envelope, kind })}
            />
            <Choice
              label="On the axle"
              value={envelope.axle}
              options={AXLES.map((axle) => [axle, axle] as const)}
              choose={(axle) => void change(i, { ...envelope, axle })}
            />
            <Field path={`package.envelopes.${i}.aboveMm`} value={envelope.aboveMm} />
            <Field path={`package.envelopes.${i}.besideMm`} value={envelope.besideMm} />
            <Field
              path={`package.envelopes.${i}.lockDeg`}
              value={envelope.lockDeg}
              put={optional('lockDeg')}
            />
            <Field path={`package.envelopes.${i}.kmh`} value={envelope.kmh} put={optional('kmh')} />
            <button
              type="button"
              className="mt-4 px-1 py-1.5"
              aria-label={`Take ${ENVELOPE_KINDS[envelope.kind]} off the ${envelope.axle} tires`}
              onClick={() => put(envelopes.filter((_, k) => k !== i))}
            >
              <Trash2 size={15} aria-hidden />
            </button>
          </fieldset>
        );
      })}
      {!locked && (
        <p className="flex flex-wrap items-center gap-2">
          {ENVELOPE_NAMES.map((kind) => (
            <Button
              needs="plan"
              key={kind}
              disabled={envelopes.length >= 4}
              onClick={() => put([...envelopes, { kind, axle: 'front', ...USUAL_ENVELOPE[kind] }])}
            >
              Put on {ENVELOPE_KINDS[kind]}
            </Button>
          ))}
          <span className="text-graphite text-[0.9rem]">
            What stands there first is usual, an estimate: the chain’s maker says how far his stands off.
            Where chains may go at all is the vehicle maker’s word.
          </span>
        </p>
      )}
      {assessment?.envelopes && (
        <div className="mt-2">
          <CheckList checks={assessment.envelopes.map(({ check }) => check)} />
        </div>
      )}
    </div>
  );
}

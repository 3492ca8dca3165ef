import { useState } from 'react';
import { toast } from '../../state/notices';
import { JOB_STATUSES, type JobStatus } from '../../../core/work/jobStatus';
import type { JobWithNames } from '../../../data/jobs';
import { Choice } from '../../ui/choices';
import { SheetDialog } from '../../ui/Dialog';
import type { Versioned } from '../../../server/versioned';
import { showStored } from '../../state/saving';
import { refusalWords, send } from '../../state/apiClient';
import { workSettled } from '../../state/work';
import { Button } from '../../ui/Button';

/** Where the job is, what it waits for and which body its vehicle is. */
export function JobDialog({ job, close }: { job: JobWithNames; close: () => void }) {
  const [place, setPlace] = useState<JobStatus | 'follows'>(job.placedBy === 'work' ? 'follows' : job.status);
  const [waitsFor, setWaitsFor] = useState(job.waitsFor);
  const [platform, setPlatform] = useState(job.platform);
  const store = async (): Promise<void> => {
    // Whether it may be done is judged by what the server holds: ticks that are on their way count.
    await workSettled();
    const answer = await send<Versioned>('PATCH', `/api/jobs/${job.id}`, {
      ...(place === 'follows' ? { placedBy: 'work' } : { status: place, placedBy: 'hand' }),
      waitsFor,
      platform: platform.trim(),
    });
    if (answer.kind === 'ok') {
      showStored([answer.value]);
      close();
    } else toast(refusalWords(answer, true));
  };
  return (
    <SheetDialog title={`${job.number}: where it is`} close={close}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void store();
        }}
      >
        <Choice
          label="Where it is"
          value={place}
          options={[
            ['follows', `As the work goes${job.placedBy === 'work' ? `: ${job.status}` : ''}`] as const,
            ...JOB_STATUSES.map((one) => [one, `${one}, set by hand`] as const),
          ]}
          choose={setPlace}
        />
        <label className="block">
          <span className="caption block">Waits for</span>
          <input
            className="field-box"
            value={waitsFor}
            maxLength={200}
            onChange={(event) => setWaitsFor(event.target.value)}
          />
        </label>
        <label className="block">
          <span className="caption block">
            Which body its vehicle is (vehicles of one share what is learned)
          </span>
          <input
            className="field-box"
            value={platform}
            maxLength={80}
            onChange={(event) => setPlatform(event.target.value)}
          />
        </label>
        <Button type="submit" className="self-start">
          Store
        </Button>
      </form>
    </SheetDialog>
  );
}

import { useStore } from '@nanostores/react';
import { useState } from 'react';
import { $job } from '../../state/store';
import { fetched } from '../../ui/later';

const JobDialog = fetched('The dialog', async () => (await import('./JobDialog')).JobDialog);

/** Where the job is and what it waits for, as the list of jobs shows it. */
export function JobButton() {
  const job = useStore($job);
  const [open, setOpen] = useState(false);
  if (!job) return null;
  return (
    <>
      <button
        type="button"
        className="decoration-line underline underline-offset-4"
        onClick={() => setOpen(true)}
        data-testid="job-status"
        title={`${job.waitsFor ? `Waits for ${job.waitsFor}` : 'Where the job is'}${job.placedBy === 'hand' ? '; set by hand' : ''}`}
      >
        {job.status}
        {job.waitsFor && ', waits'}
      </button>
      {open && <JobDialog job={job} close={() => setOpen(false)} />}
    </>
  );
}

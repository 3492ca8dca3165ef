import { bounded } from '../../ui/Boundary';
import { Printer } from 'lucide-react';
import type { PaperSheet } from '../../../core/paper/paper';
import { useReady } from '../../ui/page';
import { PaperView } from './PaperView';

/** One paper of a job on the page, to be printed from here or taken as PDF. */
function PaperPageIsland({ sheet, jobId, pdf }: { sheet: PaperSheet; jobId: number; pdf: string }) {
  useReady();
  return (
    <main className="mx-auto max-w-[860px] px-6 pt-4 pb-16">
      <nav className="no-print mb-4 flex flex-wrap items-center gap-2" aria-label="This paper">
        <a className="plain-button" href={`/jobs/${jobId}`}>
          Back to the sheet
        </a>
        <span className="ml-auto" />
        <button type="button" className="plain-button flex items-center gap-1" onClick={() => print()}>
          <Printer size={16} aria-hidden /> Print
        </button>
        <a className="plain-button" href={`${pdf}&paper=a4`}>
          PDF A4
        </a>
        <a className="plain-button" href={`${pdf}&paper=letter`}>
          PDF Letter
        </a>
      </nav>
      <PaperView sheet={sheet} />
    </main>
  );
}

export const PaperPage = bounded('Paper', PaperPageIsland);

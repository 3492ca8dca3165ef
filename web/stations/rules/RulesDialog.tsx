import { today } from '../../state/clock';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { RULE_KINDS, type RuleKind } from '../../../core/format/names';
import type { Rule, RuleSet } from '../../../core/format/rules';
import { readRules, writeRules } from '../../../formats/ruleSetJson';
import { download } from '../../ui/download';
import { FileButton } from '../../ui/FileButton';
import { AddRow, RowsDialog, rowsOf, RowsTable, typedNumber, type Column } from '../../ui/RowsDialog';
import { storeSettings } from '../../state/settings';
import { $shop } from '../../state/store';
import { Button } from '../../ui/Button';

type Key = 'kind' | 'limit' | 'source' | 'checkedOn';
const KINDS = Object.keys(RULE_KINDS) as RuleKind[];
const unitOf = (kind: string): string => RULE_KINDS[kind as RuleKind].unit;

const COLUMNS: readonly Column<Key>[] = [
  {
    id: 'kind',
    words: 'Rule',
    width: '20rem',
    label: (row) => `Rule ${row}`,
    options: KINDS.map((kind) => [kind, RULE_KINDS[kind].words] as const),
  },
  {
    id: 'limit',
    words: 'Limit',
    width: '6.5rem',
    label: (row) => `Rule ${row} limit`,
    numeric: true,
    unit: ({ kind }) => unitOf(kind) || null,
  },
  { id: 'source', words: 'Source', width: '1fr', label: (row) => `Rule ${row} source`, maxLength: 200 },
  {
    id: 'checkedOn',
    words: 'Checked on',
    width: '7.5rem',
    label: (row) => `Rule ${row} checked on`,
    placeholder: '2026-03-31',
  },
];

const rowsFrom = (rules: readonly Rule[]) =>
  rowsOf<Key>(
    rules.map(({ kind, limit, source, checkedOn }) => ({
      kind,
      limit: limit === undefined ? '' : String(limit),
      source,
      checkedOn,
    })),
  );

/** The shop's rule set: each rule with its limit, where it was read and when somebody last looked. */
export function RulesDialog({ close }: { close: () => void }) {
  const [name, setName] = useState(() => $shop.get().rules.name);
  const [rows, setRows] = useState(() => rowsFrom($shop.get().rules.rules));
  const asSet = (): RuleSet => ({
    name: name.trim(),
    rules: rows.map(({ kind, limit, source, checkedOn }) => ({
      kind: kind as RuleKind,
      // What is no number goes out as none and is refused with its place.
      ...(unitOf(kind) === '' || limit.trim() === '' ? {} : { limit: typedNumber(limit) }),
      source: source.trim(),
      checkedOn: checkedOn.trim(),
    })),
  });
  const bring = (text: string, setFault: (words: string) => void): void => {
    const read = readRules(text);
    if (read.ok) {
      setName(read.value.name);
      setRows(rowsFrom(read.value.rules));
      setFault('');
    } else setFault(read.faults.map(({ path, message }) => `${path}: ${message}`).join(' · '));
  };
  return (
    <RowsDialog
      wide
      title="Rules of the place"
      intro="Write down what your place asks for, where you read it, and the day you looked. None ships as law; ask the inspector."
      close={close}
      store={() => storeSettings({ rules: asSet() })}
      tools={(setFault) => (
        <>
          <AddRow
            words="Rule"
            rows={rows}
            setRows={setRows}
            blank={{ kind: 'lift', limit: '50', source: '', checkedOn: today() }}
          />
          <FileButton
            words="From a file"
            label="Rule set file"
            className="plain-button flex items-center gap-1"
            take={(text) => bring(text, setFault)}
          />
          <Button
            className="flex items-center gap-1"
            onClick={() => download(writeRules(asSet()), 'rules.json', 'application/json')}
          >
            <Download size={16} aria-hidden /> To a file
          </Button>
        </>
      )}
    >
      <label className="caption">
        Name of the set
        <input
          className="field-box text-ink text-base font-medium"
          value={name}
          maxLength={120}
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      <RowsTable
        columns={COLUMNS}
        rows={rows}
        setRows={setRows}
        removeLabel={(row) => `Remove rule ${row}`}
      />
    </RowsDialog>
  );
}

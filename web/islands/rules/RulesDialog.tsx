import { format } from 'date-fns';
import { Download, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { RULE_KINDS, type Rule, type RuleKind, type RuleSet } from '../../../core/rules/schema';
import { readRules, writeRules } from '../../../formats/ruleSetJson';
import { download } from '../controls/download';
import { FileButton } from '../controls/FileButton';
import { SheetDialog } from '../sheet/dialog';
import { storeSettings } from '../sheet/settings';
import { $shop } from '../sheet/store';

type Row = { key: number; kind: RuleKind; limit: string; source: string; checkedOn: string };

const rowsOf = (rules: readonly Rule[]): Row[] =>
  rules.map(({ kind, limit, source, checkedOn }, key) => ({
    key,
    kind,
    limit: limit === undefined ? '' : String(limit),
    source,
    checkedOn,
  }));

const KINDS = Object.keys(RULE_KINDS) as RuleKind[];
const box = 'field-box';

/** The shop's rule set: each rule with its limit, where it was read and when somebody last looked. */
export function RulesDialog({ close }: { close: () => void }) {
  const [name, setName] = useState(() => $shop.get().rules.name);
  const [rows, setRows] = useState(() => rowsOf($shop.get().rules.rules));
  const [fault, setFault] = useState('');
  const change = (key: number, part: Partial<Row>): void =>
    setRows(rows.map((row) => (row.key === key ? { ...row, ...part } : row)));
  const asSet = (): RuleSet => ({
    name: name.trim(),
    rules: rows.map(({ kind, limit, source, checkedOn }) => ({
      kind,
      // What is no number goes out as none and is refused with its place.
      ...(RULE_KINDS[kind].unit === '' || limit.trim() === ''
        ? {}
        : { limit: Number(limit.replace(',', '.')) }),
      source: source.trim(),
      checkedOn: checkedOn.trim(),
    })),
  });
  const store = async (): Promise<void> => {
    const refused = await storeSettings({ rules: asSet() });
    if (refused === null) close();
    else setFault(refused);
  };
  const bring = (text: string): void => {
    const read = readRules(text);
    if (read.ok) {
      setName(read.rules.name);
      setRows(rowsOf(read.rules.rules));
      setFault('');
    } else setFault(read.faults.map(({ path, message }) => `${path}: ${message}`).join(' · '));
  };
  return (
    <SheetDialog title="Rules of the place" close={close} wide>
      <p className="text-graphite mb-2">
        Write down what your place asks for, where you read it, and the day you looked. None ships as law; ask
        the inspector.
      </p>
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void store();
        }}
      >
        <label className="caption">
          Name of the set
          <input
            className={`${box} text-ink text-base font-medium`}
            value={name}
            maxLength={120}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <div className="grid grid-cols-[20rem_6.5rem_1fr_7.5rem_2rem] gap-x-2 gap-y-1">
          <span className="caption">Rule</span>
          <span className="caption">Limit</span>
          <span className="caption">Source</span>
          <span className="caption">Checked on</span>
          <span />
          {rows.map(({ key, kind, limit, source, checkedOn }, i) => (
            <div key={key} className="contents">
              <select
                className={box}
                aria-label={`Rule ${i + 1}`}
                value={kind}
                onChange={(event) => change(key, { kind: event.target.value as RuleKind })}
              >
                {KINDS.map((one) => (
                  <option key={one} value={one}>
                    {RULE_KINDS[one].words}
                  </option>
                ))}
              </select>
              <div className="relative">
                <input
                  className={box}
                  aria-label={`Rule ${i + 1} limit`}
                  inputMode="decimal"
                  disabled={RULE_KINDS[kind].unit === ''}
                  value={RULE_KINDS[kind].unit === '' ? '' : limit}
                  onChange={(event) => change(key, { limit: event.target.value })}
                />
                <span className="text-graphite pointer-events-none absolute top-1.5 right-2 text-sm">
                  {RULE_KINDS[kind].unit}
                </span>
              </div>
              <input
                className={box}
                aria-label={`Rule ${i + 1} source`}
                value={source}
                maxLength={200}
                onChange={(event) => change(key, { source: event.target.value })}
              />
              <input
                className={box}
                aria-label={`Rule ${i + 1} checked on`}
                value={checkedOn}
                placeholder="2026-03-31"
                onChange={(event) => change(key, { checkedOn: event.target.value })}
              />
              <button
                type="button"
                aria-label={`Remove rule ${i + 1}`}
                onClick={() => setRows(rows.filter((row) => row.key !== key))}
              >
                <Trash2 size={15} aria-hidden />
              </button>
            </div>
          ))}
        </div>
        {fault && (
          <p role="alert" className="font-medium">
            ▲ {fault}
          </p>
        )}
        <div className="flex flex-wrap gap-2">
          <button
            type="button"
            className="plain-button flex items-center gap-1"
            onClick={() =>
              setRows([
                ...rows,
                {
                  key: Math.max(-1, ...rows.map(({ key }) => key)) + 1,
                  kind: 'lift',
                  limit: '50',
                  source: '',
                  checkedOn: format(new Date(), 'yyyy-MM-dd'),
                },
              ])
            }
          >
            <Plus size={16} aria-hidden /> Rule
          </button>
          <FileButton
            words="From a file"
            label="Rule set file"
            className="plain-button flex items-center gap-1"
            take={bring}
          />
          <button
            type="button"
            className="plain-button flex items-center gap-1"
            onClick={() => download(writeRules(asSet()), 'rules.json', 'application/json')}
          >
            <Download size={16} aria-hidden /> To a file
          </button>
          <button type="submit" className="plain-button ml-auto font-semibold">
            Store
          </button>
        </div>
      </form>
    </SheetDialog>
  );
}

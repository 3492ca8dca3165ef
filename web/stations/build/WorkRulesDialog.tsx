import { ITEM_KINDS } from '../../../core/format/names';
import { Download, Plus, Trash2 } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { readWorkRules, writeWorkRules } from '../../../formats/workRulesJson';
import { download } from '../../ui/download';
import { FileButton } from '../../ui/FileButton';
import { RowsDialog } from '../../ui/RowsDialog';
import { storeSettings } from '../../state/settings';
import { $shop } from '../../state/store';
import { formOf, namedFault, ruleFrom, type RuleForm } from './ruleForm';
import { ITEM_WORDS } from '../../../core/catalog/items';
import { PER, PER_NAMES, TRIGGER_NAMES, TRIGGERS } from '../../../core/format/triggers';
import { Button } from '../../ui/Button';

type TextKey = { [K in keyof RuleForm]: RuleForm[K] extends string ? K : never }[keyof RuleForm];
type Change = (part: Partial<RuleForm>) => void;

function Text({ form, id, words, change }: { form: RuleForm; id: TextKey; words: string; change: Change }) {
  return (
    <label className="caption">
      {words}
      <input
        className="field-box text-ink text-base"
        value={form[id]}
        onChange={(event) => change({ [id]: event.target.value })}
      />
    </label>
  );
}

function Pick({
  form,
  id,
  words,
  options,
  change,
}: {
  form: RuleForm;
  id: TextKey;
  words: string;
  options: readonly (readonly [string, string])[];
  change: Change;
}) {
  return (
    <label className="caption">
      {words}
      <select
        className="field-box text-ink text-base"
        value={form[id]}
        onChange={(event) => change({ [id]: event.target.value })}
      >
        {options.map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>
    </label>
  );
}

function Box({ checked, words, toggle }: { checked: boolean; words: string; toggle: () => void }) {
  return (
    <label className="flex items-center gap-2 font-semibold">
      <input type="checkbox" checked={checked} onChange={toggle} /> {words}
    </label>
  );
}

const WHEN = TRIGGER_NAMES.map((name) => [name, TRIGGERS[name]] as const);
const KINDS = [
  ['', 'nothing of it'] as const,
  ...ITEM_KINDS.map((kind) => [kind, ITEM_WORDS[kind].toLowerCase()] as const),
];
const BY = PER_NAMES.map((name) => [name, `a ${PER[name]}`] as const);

function RuleFields({ form, change }: { form: RuleForm; change: Change }) {
  const part = (children: ReactNode) => <div className="grid grid-cols-4 gap-2">{children}</div>;
  return (
    <div className="flex flex-col gap-2" data-rule={form.id}>
      <div className="grid grid-cols-[1fr_2fr] gap-2">
        <Text form={form} id="id" words="Short name" change={change} />
        <Text form={form} id="label" words="What is done" change={change} />
      </div>
      <div className="grid grid-cols-[1fr_1fr] items-end gap-2">
        <Pick form={form} id="when" words="Asked for by" options={WHEN} change={change} />
        <Box
          checked={form.perhaps}
          words="only perhaps: found out on the vehicle"
          toggle={() => change({ perhaps: !form.perhaps })}
        />
      </div>
      <Box checked={form.hasPart} words="A part" toggle={() => change({ hasPart: !form.hasPart })} />
      {form.hasPart &&
        part(
          <>
            <Text form={form} id="partLabel" words="Its name" change={change} />
            <Pick form={form} id="partPer" words="One for" options={BY} change={change} />
            <Text form={form} id="price" words="Price of one" change={change} />
            <Text form={form} id="leadDays" words="Delivered in, days" change={change} />
          </>,
        )}
      {form.hasPart && (
        <Pick
          form={form}
          id="partItem"
          words="In the catalog it is (its name, price and days then stand instead of these)"
          options={KINDS}
          change={change}
        />
      )}
      <Box checked={form.hasLabour} words="Work" toggle={() => change({ hasLabour: !form.hasLabour })} />
      {form.hasLabour && (
        <>
          {part(
            <>
              <Text form={form} id="minutes" words="Minutes" change={change} />
              <Pick form={form} id="labourPer" words="For" options={BY} change={change} />
              <Text form={form} id="skill" words="By somebody who does" change={change} />
              <Text form={form} id="dryMin" words="Then dries, minutes" change={change} />
            </>,
          )}
          <div className="grid grid-cols-[3fr_1fr] items-end gap-2">
            <Text form={form} id="after" words="After (short names)" change={change} />
            <Box checked={form.inBay} words="in a bay" toggle={() => change({ inBay: !form.inBay })} />
          </div>
        </>
      )}
      <Text form={form} id="notes" words="Tools and fasteners" change={change} />
      <Text form={form} id="caution" words="Caution" change={change} />
    </div>
  );
}

/** What each change asks for, as data that the shop edits: parts and prices, work and its order. */
export function WorkRulesDialog({ close }: { close: () => void }) {
  const [forms, setForms] = useState(() => $shop.get().workRules.map(formOf));
  const [chosen, setChosen] = useState(0);
  const form = forms.find(({ key }) => key === chosen) ?? forms[0];
  const change: Change = (part) =>
    setForms(forms.map((one) => (one.key === form?.key ? { ...one, ...part } : one)));
  const add = (): void => {
    const key = Math.max(-1, ...forms.map((one) => one.key)) + 1;
    const blank = { id: `new-${key}`, when: 'always' as const, label: '', perhaps: false };
    setForms([...forms, { ...formOf(blank, key), hasLabour: true }]);
    setChosen(key);
  };
  const bring = (text: string, setFault: (words: string) => void): void => {
    const read = readWorkRules(text);
    if (read.ok) {
      setForms(read.value.rules.map(formOf));
      setFault('');
    } else setFault(read.faults.map(({ path, message }) => `${path}: ${message}`).join(' · '));
  };
  return (
    <RowsDialog
      wide
      title="Parts and labour rules"
      intro="Each change of a package asks for what stands here. Minutes that ship are estimates: put the shop’s own in. A price that is left empty is said to be open."
      close={close}
      store={async () => {
        const refused = await storeSettings({ workRules: forms.map(ruleFrom) });
        return refused === null ? null : namedFault(refused, forms);
      }}
      tools={(setFault) => (
        <>
          <Button className="flex items-center gap-1" onClick={add}>
            <Plus size={16} aria-hidden /> Rule
          </Button>
          <Button
            className="flex items-center gap-1"
            onClick={() => setForms(forms.filter(({ key }) => key !== form?.key))}
          >
            <Trash2 size={16} aria-hidden /> Take this one out
          </Button>
          <FileButton
            words="From a file"
            label="Work rules file"
            className="plain-button flex items-center gap-1"
            take={(text) => bring(text, setFault)}
          />
          <Button
            className="flex items-center gap-1"
            onClick={() =>
              download(writeWorkRules({ rules: forms.map(ruleFrom) }), 'work-rules.json', 'application/json')
            }
          >
            <Download size={16} aria-hidden /> To a file
          </Button>
        </>
      )}
    >
      <div className="grid grid-cols-[19rem_1fr] gap-4">
        <ul className="border-line max-h-[52vh] overflow-y-auto border" aria-label="Rules">
          {forms.map(({ key, id, label, perhaps }) => (
            <li key={key}>
              <button
                type="button"
                className={`w-full px-2 py-1 text-left ${key === form?.key ? 'bg-ink text-sheet' : ''}`}
                aria-pressed={key === form?.key}
                onClick={() => setChosen(key)}
              >
                {label || id} {perhaps && '(perhaps)'}
              </button>
            </li>
          ))}
        </ul>
        {form && <RuleFields key={form.key} form={form} change={change} />}
      </div>
    </RowsDialog>
  );
}

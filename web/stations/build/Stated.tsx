import { useStore } from '@nanostores/react';
import { $work, editWork } from '../../state/work';

/** A text that is stored when it is left. */
function LeftField({ label, value, store }: { label: string; value: string; store: (text: string) => void }) {
  return (
    <input
      key={value}
      className="field-box"
      aria-label={label}
      defaultValue={value}
      maxLength={80}
      onBlur={({ target }) => target.value !== value && store(target.value)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') event.currentTarget.value = value;
      }}
    />
  );
}

/** Figures that makers or the shop state, each with where it is stated; what nobody stated stays open. */
export function Stated() {
  const { stated } = useStore($work).work;
  const store = (at: number, part: 'value' | 'source') => (text: string) =>
    void editWork((work) => ({
      ...work,
      stated: work.stated.map((one, i) => (i === at ? { ...one, [part]: text } : one)),
    }));
  return (
    <div data-testid="stated">
      <h3 className="text-lg font-semibold">Stated by the makers or the shop</h3>
      <div className="grid grid-cols-[auto_6rem_1fr] items-center gap-x-2 gap-y-1">
        <span />
        <span className="caption">Figure</span>
        <span className="caption">Where it is stated</span>
        {stated.map(({ label, value, source }, at) => (
          <div key={label} className="contents">
            <span>{label}</span>
            <LeftField label={label} value={value} store={store(at, 'value')} />
            <LeftField label={`${label}, source`} value={source} store={store(at, 'source')} />
          </div>
        ))}
      </div>
      <p className="text-graphite mt-1 text-[0.9rem]">
        Vexlo invents no torque and no alignment: what is empty stands on the work order as open.
      </p>
    </div>
  );
}

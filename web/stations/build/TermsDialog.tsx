import { useState } from 'react';
import { RowsDialog, typedNumber } from '../../ui/RowsDialog';
import { storeSettings } from '../../state/settings';
import { $shop } from '../../state/store';

const FIELDS = [
  ['currency', 'Written behind an amount'],
  ['hourlyRate', 'An hour of work'],
  ['taxPct', 'Tax, %'],
  ['validDays', 'A quote is valid for, days'],
] as const;

/** What the shop sells by. What an accepted quote says is not touched. */
export function TermsDialog({ close }: { close: () => void }) {
  const [typed, setTyped] = useState(() => {
    const { currency, hourlyRate, taxPct, validDays } = $shop.get().terms;
    return {
      currency,
      hourlyRate: String(hourlyRate),
      taxPct: String(taxPct),
      validDays: String(validDays),
    };
  });
  return (
    <RowsDialog
      title="Prices and hours"
      intro="New quotes take these over; those that were made keep their own. Prices of parts stand in the parts and labour rules."
      close={close}
      store={() =>
        storeSettings({
          terms: {
            currency: typed.currency.trim(),
            hourlyRate: typedNumber(typed.hourlyRate),
            taxPct: typedNumber(typed.taxPct),
            validDays: typedNumber(typed.validDays),
          },
        })
      }
    >
      <div className="grid grid-cols-4 gap-2">
        {FIELDS.map(([id, words]) => (
          <label key={id} className="caption">
            {words}
            <input
              className="field-box text-ink text-base"
              value={typed[id]}
              onChange={(event) => setTyped({ ...typed, [id]: event.target.value })}
            />
          </label>
        ))}
      </div>
    </RowsDialog>
  );
}

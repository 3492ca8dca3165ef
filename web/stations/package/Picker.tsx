import { useCombobox } from 'downshift';
import { useMemo, useState } from 'react';

export type Pick<T> = { id: number; words: string; detail: string; item: T };

type Props<T> = {
  label: string;
  picks: readonly Pick<T>[];
  choose: (item: T) => void;
  disabled: boolean;
  onOpen: () => void;
};

const MOST = 40;

/** Finds a row of the catalog as it is typed: every word must stand somewhere in it. Arrows and Enter choose. */
export function Picker<T>({ label, picks, choose, disabled, onOpen }: Props<T>) {
  const [typed, setTyped] = useState('');
  const found = useMemo(() => {
    const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
    return picks
      .filter((pick) => words.every((word) => `${pick.words} ${pick.detail}`.toLowerCase().includes(word)))
      .slice(0, MOST);
  }, [picks, typed]);
  const { isOpen, getLabelProps, getMenuProps, getInputProps, getItemProps, highlightedIndex } = useCombobox<
    Pick<T>
  >({
    items: found,
    inputValue: typed,
    selectedItem: null,
    defaultHighlightedIndex: 0,
    itemToString: (pick) => pick?.words ?? '',
    onIsOpenChange: ({ isOpen: open }) => open && onOpen(),
    onSelectedItemChange: ({ selectedItem }) => {
      if (selectedItem) choose(selectedItem.item);
      setTyped('');
    },
  });
  return (
    <div className="relative">
      <label {...getLabelProps({ className: 'caption block' })}>{label}</label>
      <input
        {...getInputProps({
          className: 'field-box',
          disabled,
          placeholder: 'type to find',
          'data-field': '',
          // Set at once: taken in a render later, a fast hand would lose letters.
          onChange: (event: React.ChangeEvent<HTMLInputElement>) => setTyped(event.target.value),
        } as object)}
      />
      <ul
        {...getMenuProps()}
        className={`bg-sheet border-ink absolute z-10 max-h-72 w-[min(34rem,80vw)] overflow-y-auto border-2 ${isOpen ? '' : 'hidden'}`}
      >
        {isOpen &&
          found.map((pick, index) => (
            <li
              key={pick.id}
              {...getItemProps({ item: pick, index })}
              className={`cursor-pointer px-2 py-1 ${index === highlightedIndex ? 'bg-ink text-sheet' : ''}`}
            >
              <b className="font-semibold">{pick.words}</b>{' '}
              <span className="text-[0.9rem] opacity-80">{pick.detail}</span>
            </li>
          ))}
        {isOpen && found.length === 0 && (
          <li className="px-2 py-1">
            {picks.length === 0 ? 'Reading the catalog…' : 'Nothing in the catalog fits these words.'}
          </li>
        )}
      </ul>
    </div>
  );
}

import { useState } from 'react';
import { kindOfCard } from '../../../core/photogrammetry/cards';
import { Choice } from '../../ui/choices';
import { PhotoPicture } from './PhotoPicture';
import { setPhotos, STATES, usePhotos, type Shot } from './usePhotos';

type Props = {
  shot: Shot;
  /** The parts that a card can belong to, with their names. */
  parts: readonly (readonly [id: string, name: string])[];
  /** What a card is for, in words. */
  nameOf: (id: number) => string;
  /** The part that a card was printed for; '' is none. */
  usual: (id: number) => string;
};

/** The picture in front with its cards, its state, what a pressed card belongs to, and all pictures to choose from. */
export function ShotColumn({ shot, parts, nameOf, usual }: Props) {
  const { shots, assigned } = usePhotos();
  const [card, setCard] = useState<number | null>(null);
  const belongs = assigned[card ?? -1] ?? usual(card ?? -1);
  return (
    <>
      <PhotoPicture shot={shot} nameOf={nameOf} card={card} choose={setCard} />
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label={`State of ${shot.name}`}
          value={shot.state}
          options={STATES}
          choose={(state) =>
            setPhotos({
              measured: null,
              shots: shots.map((one) => (one === shot ? { ...one, state } : one)),
            })
          }
        />
        {card !== null && (kindOfCard(card) === 'tip' || kindOfCard(card) === 'spot') ? (
          <Choice
            label={`Card ${card} belongs to`}
            value={belongs}
            options={[['', 'nothing'], ...parts]}
            choose={(obstacle) => setPhotos({ measured: null, assigned: { ...assigned, [card]: obstacle } })}
          />
        ) : (
          <p className="text-graphite min-w-48 flex-1 text-[0.92rem]">
            {shot.found.length} cards found. Press one to say what it belongs to.
          </p>
        )}
      </div>
      <ol className="grid grid-cols-4 gap-1.5" aria-label="Pictures of the round">
        {shots.map((one) => (
          <li key={one.name}>
            <button
              type="button"
              className="border-line aria-pressed:border-ink block w-full border text-left text-[0.82rem] leading-tight aria-pressed:border-2"
              aria-pressed={one === shot}
              onClick={() => setPhotos({ chosen: one.name })}
            >
              <span className="block aspect-4/3 w-full overflow-hidden">
                {one.url && (
                  <img
                    src={one.url.startsWith('/') ? `${one.url}?small` : one.url}
                    alt=""
                    className="block h-full w-full object-cover"
                    style={
                      one.turns === 0
                        ? undefined
                        : {
                            transform: `rotate(${one.turns * 90}deg) scale(${one.turns % 2 ? 4 / 3 : 1})`,
                          }
                    }
                  />
                )}
              </span>
              <span className="block truncate px-1 pt-0.5">{one.name}</span>
              <span className="text-graphite block truncate px-1 pb-0.5">
                {one.found.length} cards{one.state === 'straight' ? '' : `, ${one.state}`}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </>
  );
}

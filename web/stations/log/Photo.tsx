import { useEffect, useState } from 'react';
import { heldPhoto } from './photos';

/** Asked for again so often, each time after twice as long: between two looks it may have been sent, or arrive from another desk. */
const TRIES = 6;
const FIRST_PAUSE_MS = 500;

/** A picture of the log, small; pressing it opens it whole. One that waits to be sent is shown from here. */
export function Photo({ id, words }: { id: string; words: string }) {
  const [held, setHeld] = useState<string | null>(null);
  const [missing, setMissing] = useState(false);
  const [tries, setTries] = useState(0);
  useEffect(
    () => () => {
      if (held) URL.revokeObjectURL(held);
    },
    [held],
  );
  useEffect(() => {
    if (!missing) return undefined;
    let here = true;
    let timer: ReturnType<typeof setTimeout> | undefined;
    void heldPhoto(id).then((blob) => {
      if (!here) return;
      if (blob) setHeld(URL.createObjectURL(blob));
      else if (tries < TRIES)
        timer = setTimeout(
          () => {
            setTries(tries + 1);
            setMissing(false);
          },
          FIRST_PAUSE_MS * 2 ** tries,
        );
    });
    return () => {
      here = false;
      clearTimeout(timer);
    };
  }, [id, missing, tries]);
  if (missing && !held) return <span className="text-graphite"> (the picture is not here yet)</span>;
  return (
    <a href={`/api/photos/${id}`} target="_blank" rel="noreferrer" className="mt-0.5 block">
      <img
        src={held ?? `/api/photos/${id}?small`}
        alt={words || 'photo of the log'}
        className="border-line max-h-40 border"
        onError={() => setMissing(true)}
      />
    </a>
  );
}

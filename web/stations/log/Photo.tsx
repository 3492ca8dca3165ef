import { useEffect, useState } from 'react';
import { heldPhoto } from './photos';

/** A picture of the log, small; pressing it opens it whole. One that waits to be sent is shown from here. */
export function Photo({ id, words }: { id: string; words: string }) {
  const [held, setHeld] = useState<string | null>(null);
  const [missing, setMissing] = useState(false);
  useEffect(
    () => () => {
      if (held) URL.revokeObjectURL(held);
    },
    [held],
  );
  if (missing && !held) return <span className="text-graphite"> (the picture is not here yet)</span>;
  return (
    <a href={`/api/photos/${id}`} target="_blank" rel="noreferrer" className="mt-0.5 block">
      <img
        src={held ?? `/api/photos/${id}?small`}
        alt={words || 'photo of the log'}
        className="border-line max-h-40 border"
        onError={() => {
          setMissing(true);
          void heldPhoto(id).then((blob) => blob && setHeld(URL.createObjectURL(blob)));
        }}
      />
    </a>
  );
}

import { madeId } from '../../state/madeId';
import { Camera } from 'lucide-react';
import { useRef } from 'react';
import { toast } from '../../state/notices';
import { $job } from '../../state/store';
import { writeDown } from './logStore';
import { holdPhoto, photoFault } from './photos';
import { Button } from '../../ui/Button';

/** Takes a picture into the log, here at once and on the server when it can be reached. */
export function PhotoButton() {
  const input = useRef<HTMLInputElement>(null);
  const take = async (file: File): Promise<void> => {
    const job = $job.get();
    const fault = photoFault(file);
    if (fault) toast(fault);
    if (fault || !job) return;
    const photo = madeId();
    await holdPhoto(photo, job.id, file);
    const refused = await writeDown({
      kind: 'photo',
      photo,
      words: file.name.replace(/\.[a-z]+$/i, '').slice(0, 300),
    });
    if (refused) toast(refused);
  };
  return (
    <>
      <Button needs="bench" className="flex items-center gap-2" onClick={() => input.current?.click()}>
        <Camera size={16} aria-hidden /> Photo
      </Button>
      <input
        ref={input}
        type="file"
        accept="image/jpeg,image/png,.heic"
        className="hidden"
        aria-label="Photo for the log, JPEG or PNG"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = '';
          if (chosen) void take(chosen);
        }}
      />
    </>
  );
}

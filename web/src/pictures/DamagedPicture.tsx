import { useMutation, useQuery } from '@tanstack/react-query';
import { useParams } from '@tanstack/react-router';
import { useEffect, useRef } from 'react';
import { Problem } from '@/api/client';
import { pictureFaultQuery } from '@/api/options';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import { mendPicture } from './pictures';

/** A picture that cannot be shown: why, and the way to mend it. Its points and readings are kept all the same. */
export function DamagedPicture({ pictureId, onMended }: { pictureId: string; onMended: () => void }) {
  const clientId = useParams({ strict: false }).clientId;
  const file = useRef<HTMLInputElement>(null);
  const why = useQuery(pictureFaultQuery(pictureId));
  // It can be shown after all: a moment ago the line was gone.
  const there = why.data === null;
  useEffect(() => {
    if (there) onMended();
  }, [there, onMended]);
  const mend = useMutation({
    mutationFn: (blob: Blob) => mendPicture(pictureId, clientId ?? '', blob),
    onSuccess: onMended,
  });
  const another = mend.error instanceof Problem && mend.error.status === 409;
  return (
    <div className="absolute inset-0 z-10 grid content-center justify-items-start gap-3 bg-ground-deep p-5" data-damaged>
      <p className="say text-head">{why.error ? 'The picture comes as soon as the studio answers.' : (why.data ?? '')}</p>
      {why.data && clientId && (
        <>
          <Button onClick={() => file.current?.click()} disabled={mend.isPending}>
            Choose the same picture again
          </Button>
          <input
            ref={file}
            type="file"
            accept="image/png,image/jpeg,image/webp"
            className="hidden"
            data-mend={pictureId}
            onChange={(e) => e.target.files?.[0] && mend.mutate(e.target.files[0])}
          />
        </>
      )}
      <Trouble
        error={another ? new Error('That is another picture. Choose the file that was used for this look.') : mend.error}
      />
    </div>
  );
}

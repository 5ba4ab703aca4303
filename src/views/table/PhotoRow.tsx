import { useEffect, useState } from 'react';
import type { Run } from '../../contracts/records.ts';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import styles from './Practice.module.css';

/** Longest side of a photo that is kept, px: enough to measure a table by it. */
const LONGEST_SIDE = 2400;

interface PhotoRowProps {
  photo: File | null;
  editing: Run | null;
  onPhoto: (photo: File | null) => void;
  onMeasure: () => void;
  onFault: (sentence: string) => void;
}

/** A photo with the run; from above it can also say where the robot stands. */
export function PhotoRow({ photo, editing, onPhoto, onMeasure, onFault }: PhotoRowProps) {
  const address = usePhotoAddress(photo);
  const shown = address ?? (editing?.photo === true ? `/api/v1/runs/${editing.id}/photo` : null);
  return (
    <div className={styles['row']}>
      <FileButton
        label={shown === null ? 'Photo' : 'Another photo'}
        accept="image/png,image/jpeg"
        onFiles={([file]) =>
          void shrunk(file).then(onPhoto, () =>
            onFault('This file is no picture that the browser can read. Take a PNG or a JPEG.'),
          )
        }
      />
      {photo !== null && <Button onClick={onMeasure}>Measure from the photo</Button>}
      {photo !== null && <Button onClick={() => onPhoto(null)}>Without photo</Button>}
      {shown !== null && <img className={styles['thumb']} src={shown} alt="Photo of this run" />}
    </div>
  );
}

/** An address of a file for showing it; given back when it is shown no more. */
export function usePhotoAddress(photo: File | null): string | null {
  const [address, setAddress] = useState<string | null>(null);
  useEffect(() => {
    if (photo === null) return;
    const made = URL.createObjectURL(photo);
    setAddress(made);
    return () => {
      URL.revokeObjectURL(made);
      setAddress(null);
    };
  }, [photo]);
  return address;
}

/** A camera's picture is larger than anybody can use: it is made smaller before it is kept. */
async function shrunk(file: File): Promise<File> {
  const bitmap = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST_SIDE / Math.max(bitmap.width, bitmap.height));
  if (scale === 1) return file;
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(bitmap.width * scale);
  canvas.height = Math.round(bitmap.height * scale);
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((resolve) =>
    canvas.toBlob(resolve, 'image/jpeg', 0.88),
  );
  return blob === null ? file : new File([blob], 'photo.jpg', { type: 'image/jpeg' });
}

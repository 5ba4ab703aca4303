import { useEffect, useState } from 'react';
import type { Run } from '../../contracts/practices.ts';
import { Button } from '../../ui/Button.tsx';
import { PhotoButton } from './PhotoButton.tsx';
import styles from './Practice.module.css';
import { say } from '../../core/language/say.ts';

interface PhotoRowProps {
  photo: File | null;
  editing: Run | null;
  onPhoto: (photo: File | null) => void;
  onMeasure: () => void;
}

/** A photo with the run; from above it can also say where the robot stands. */
export function PhotoRow({ photo, editing, onPhoto, onMeasure }: PhotoRowProps) {
  const address = usePhotoAddress(photo);
  const shown = address ?? (editing?.photo === true ? `/api/v1/runs/${editing.id}/photo` : null);
  return (
    <div className={styles['row']}>
      <PhotoButton label={shown === null ? say`Photo` : say`Another photo`} />
      {photo !== null && <Button onClick={onMeasure}>{say`Measure from the photo`}</Button>}
      {photo !== null && <Button onClick={() => onPhoto(null)}>{say`Without photo`}</Button>}
      {shown !== null && (
        <img className={styles['thumb']} src={shown} alt={say`Photo of this run`} />
      )}
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

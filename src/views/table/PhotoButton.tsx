import { sentenceOf } from '../../ui/api.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { useTableWork } from './tableWork.ts';
import { PHOTO_KINDS, takenPhoto } from './takenPhoto.ts';

/** Takes a photo of the run that is logged or changed. */
export function PhotoButton({ label }: { label: string }) {
  const { store } = useTableWork();
  return (
    <FileButton
      label={label}
      accept={PHOTO_KINDS}
      onFiles={([file]) =>
        void takenPhoto(file).then(store.takePhoto, (error: unknown) =>
          store.refusePhoto(sentenceOf(error)),
        )
      }
    />
  );
}

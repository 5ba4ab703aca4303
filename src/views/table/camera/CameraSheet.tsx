import { useState } from 'react';
import { Notice } from '../../../ui/Notice.tsx';
import { CameraWatch } from './CameraWatch.tsx';
import { useTableWork } from '../tableWork.ts';
import { useCameraNotes } from '../../../ui/camera/cameraNotes.ts';
import { say } from '../../../core/language/say.ts';
import type { SourceChoice } from '../../../ui/camera/pictureSource.ts';

/** The Table with a camera over it: runs log themselves. */
export function CameraSheet() {
  const { field, robot } = useTableWork();
  const notes = useCameraNotes({ field, robot });
  const [choice, setChoice] = useState<SourceChoice | null>(null);
  if (notes === null) return <Notice>{say`Asking what is known of table and camera …`}</Notice>;
  return <CameraWatch notes={notes} choice={choice} onChoice={setChoice} />;
}

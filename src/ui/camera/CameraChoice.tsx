import { useMutation } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { practiceRobotSchema } from '../../contracts/link.ts';
import { buttonClass, Button } from '../Button.tsx';
import { camerasHere, type SourceChoice } from './pictureSource.ts';
import { cornerTags } from '../../core/camera/usualTags.ts';
import { ask, sentenceOf } from '../api.ts';
import { Choice } from '../Choice.tsx';
import { Notice } from '../Notice.tsx';
import { FileButton } from '../FileButton.tsx';
import { QuantityField } from '../QuantityField.tsx';
import { Picker } from '../TextField.tsx';
import styles from './Camera.module.css';
import type { BeforeCamera, CameraNotes } from './cameraNotes.ts';
import type { PracticeTask } from './cameraWorker.ts';
import type { Signal } from './useSignal.ts';
import { say } from '../../core/language/say.ts';

interface CameraChoiceProps extends BeforeCamera {
  /** What the practice robot does before the practice camera, and how often it did so before. */
  practice: Pick<PracticeTask, 'does' | 'before'>;
  choice: SourceChoice | null;
  onChoice: (choice: SourceChoice | null) => void;
  notes: CameraNotes;
  signal: Signal;
  onSignal: (signal: Signal) => void;
}

/** What looks at the table, and what is told of the robot's tag. */
export function CameraChoice(props: CameraChoiceProps) {
  const { field, robot, choice, onChoice, notes, signal, onSignal } = props;
  const [cameras, setCameras] = useState<MediaDeviceInfo[]>([]);
  useEffect(() => {
    void camerasHere().then(setCameras);
  }, [choice]);
  const { robotTag } = notes;
  const practice = useMutation({
    mutationFn: () => ask(practiceRobotSchema, 'GET', `robots/${robot.id}/practice`),
    onSuccess: (who) =>
      onChoice({
        kind: 'practice',
        task: { ...who, ...props.practice, field: field.field, tags: notes.tags, robotTag },
      }),
  });
  const named = cameras.filter(({ label }) => label !== '');
  return (
    <section className={styles['choice']} aria-label={say`Camera`}>
      <h2>{choice === null ? say`What looks at the table?` : say`Camera`}</h2>
      <div className={styles['row']}>
        {choice === null ? (
          <>
            <Button
              variant="main"
              onClick={() => onChoice({ kind: 'camera', deviceId: null })}
            >{say`A camera of this device`}</Button>
            <Button onClick={() => practice.mutate()}>{say`The practice camera`}</Button>
            <FileButton
              label={say`A video file`}
              accept="video/*"
              onFiles={([file]) => onChoice({ kind: 'file', file })}
            />
          </>
        ) : (
          <Button onClick={() => onChoice(null)}>{say`Stop the camera`}</Button>
        )}
        <a className={buttonClass()} href="/tags">{say`Print the tags`}</a>
      </div>
      {practice.error !== null && <Notice tone="fault">{sentenceOf(practice.error)}</Notice>}
      {choice?.kind === 'camera' && named.length > 1 && (
        <Picker
          label={say`Which camera`}
          value={choice.deviceId ?? named[0]!.deviceId}
          options={named.map(({ deviceId, label }) => ({ value: deviceId, label }))}
          onChange={(deviceId) => onChoice({ kind: 'camera', deviceId })}
        />
      )}
      <Choice
        label={say`When it stands ready`}
        value={signal}
        options={[
          { value: 'sound', label: say`a tone` },
          { value: 'light', label: say`the picture lights up` },
          { value: 'none', label: say`nothing` },
        ]}
        onChange={onSignal}
      />
      <div className={styles['fields']}>
        <QuantityField
          label={say`Height of the robot’s tag`}
          kind="length"
          value={robotTag.height}
          digits={0}
          refuse={(height) =>
            height >= 0 && height <= 1000 ? null : say`It lies on the robot: 0 to 1,000 mm.`
          }
          onChange={(height) =>
            void notes.keep({ about: 'robot', key: robot.id, value: { ...robotTag, height } })
          }
        />
        <QuantityField
          label={say`Side of the robot’s tag`}
          kind="length"
          value={robotTag.size}
          digits={0}
          refuse={(size) => (size >= 5 && size <= 1000 ? null : say`5 to 1,000 mm.`)}
          onChange={(size) =>
            void notes.keep({ about: 'robot', key: robot.id, value: { ...robotTag, size } })
          }
        />
        <QuantityField
          label={say`Side of the tags in the corners`}
          kind="length"
          value={notes.tags[0]!.size}
          digits={0}
          refuse={(size) => (size >= 5 && size <= 1000 ? null : say`5 to 1,000 mm.`)}
          onChange={(size) =>
            void notes.keep({
              about: 'field',
              key: field.id,
              value: { tags: cornerTags(field.field, size) },
            })
          }
        />
      </div>
    </section>
  );
}

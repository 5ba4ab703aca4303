import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { z } from 'zod';
import {
  cameraNoteSchema,
  type CameraNote,
  type LensNote,
  type RobotTagNote,
} from '../../core/camera/notes.ts';
import type { Robot } from '../../contracts/robots.ts';
import type { TableTag } from '../../core/camera/tags.ts';
import type { Field } from '../../core/field/field.ts';
import { cornerTags, usualRobotTag } from '../../core/camera/usualTags.ts';
import { ask } from '../api.ts';

const NOTES = ['camera notes'];

/** What is before a camera. */
export interface BeforeCamera {
  field: { id: string; field: Field };
  robot: Pick<Robot, 'id' | 'setup'>;
}

/** What is known for measuring by pictures, at this table and of this robot. */
export interface CameraNotes {
  tags: readonly TableTag[];
  robotTag: RobotTagNote;
  /** The lens of a camera by its name and the size of its pictures; null when nobody calibrated it. */
  lensOf: (camera: string) => LensNote | null;
  keep: (note: CameraNote) => Promise<void>;
}

/** Null until it is here. */
export function useCameraNotes({ field, robot }: BeforeCamera): CameraNotes | null {
  const client = useQueryClient();
  const { data } = useQuery({
    queryKey: NOTES,
    queryFn: () => ask(z.array(cameraNoteSchema), 'GET', 'camera'),
  });
  return useMemo(() => {
    if (data === undefined) return null;
    let tags: readonly TableTag[] = cornerTags(field.field);
    let robotTag: RobotTagNote = usualRobotTag(robot.setup.setup);
    const lenses = new Map<string, LensNote>();
    for (const note of data) {
      if (note.about === 'lens') lenses.set(note.key, note.value);
      if (note.about === 'field' && note.key === field.id) tags = note.value.tags;
      if (note.about === 'robot' && note.key === robot.id) robotTag = note.value;
    }
    return {
      tags,
      robotTag,
      lensOf: (camera) => lenses.get(camera) ?? null,
      keep: async (note) => {
        await ask(cameraNoteSchema, 'PUT', 'camera', note);
        await client.invalidateQueries({ queryKey: NOTES });
      },
    };
  }, [data, field, robot, client]);
}

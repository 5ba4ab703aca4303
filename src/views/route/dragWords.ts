import type { Announcements, UniqueIdentifier } from '@dnd-kit/core';
import { say } from '../../core/language/say.ts';

/** What is read out while a move is carried along the strip. */
export function dragWords(moves: readonly { id: string }[]): {
  screenReaderInstructions: { draggable: string };
  announcements: Announcements;
} {
  const place = (id: UniqueIdentifier | undefined) => moves.findIndex((move) => move.id === id) + 1;
  return {
    screenReaderInstructions: {
      draggable: say`Press space to lift the move, the arrow keys to carry it, space again to put it down, and escape to leave it where it was.`,
    },
    announcements: {
      onDragStart: ({ active }) => say`Move ${place(active.id)} is lifted.`,
      onDragOver: ({ active, over }) =>
        over === null ? undefined : say`Move ${place(active.id)} is over place ${place(over.id)}.`,
      onDragEnd: ({ active, over }) =>
        over === null
          ? say`Move ${place(active.id)} stays where it was.`
          : say`Move ${place(active.id)} was put down at place ${place(over.id)}.`,
      onDragCancel: ({ active }) => say`Move ${place(active.id)} stays where it was.`,
    },
  };
}

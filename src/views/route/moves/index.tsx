import type { ComponentType } from 'react';
import type { MoveKind } from '../../../core/moves/index.ts';
import type { MoveFieldsProps } from '../fieldParts.tsx';
import { ApproachFields } from './approach.tsx';
import { ArcFields } from './arc.tsx';
import { ArmFields } from './arm.tsx';
import { BracketFields, ChooseFields } from './choose.tsx';
import { CheckpointFields } from './checkpoint.tsx';
import { DriveFields } from './drive.tsx';
import { FollowLineFields } from './followLine.tsx';
import { FollowWallFields } from './followWall.tsx';
import { RepeatFields } from './repeat.tsx';
import { SettleFields } from './settle.tsx';
import { SquareUpFields } from './squareUp.tsx';
import { TurnFields } from './turn.tsx';
import { UntilColourFields } from './untilColour.tsx';
import { UntilLineFields } from './untilLine.tsx';
import { UntilTouchFields } from './untilTouch.tsx';
import { WaitFields } from './wait.tsx';

/** The numbers of each kind of move to edit. */
const FIELDS: { [Kind in MoveKind]: ComponentType<MoveFieldsProps<Kind>> } = {
  drive: DriveFields,
  approach: ApproachFields,
  'until line': UntilLineFields,
  'until colour': UntilColourFields,
  'until touch': UntilTouchFields,
  settle: SettleFields,
  wait: WaitFields,
  turn: TurnFields,
  arc: ArcFields,
  'follow wall': FollowWallFields,
  'follow line': FollowLineFields,
  'square up': SquareUpFields,
  arm: ArmFields,
  checkpoint: CheckpointFields,
  repeat: RepeatFields,
  choose: ChooseFields,
  otherwise: BracketFields,
  join: BracketFields,
};

/** The numbers of a move to edit, whatever its kind. */
export function MoveFields(props: MoveFieldsProps<MoveKind>) {
  const Fields = FIELDS[props.move.kind] as ComponentType<MoveFieldsProps<MoveKind>>;
  return <Fields {...props} />;
}

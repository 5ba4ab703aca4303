import { HeldFields, type MoveFieldsProps } from '../fieldParts.tsx';

export function UntilTouchFields({ move, setup, onChange }: MoveFieldsProps<'until touch'>) {
  return <HeldFields move={move} setup={setup} onChange={onChange} />;
}

import { useState } from 'react';
import type { Field } from '../../core/field/field.ts';
import { writeTypedRoute } from '../../core/formats/typedRoute/write.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import { Button } from '../../ui/Button.tsx';
import { say } from '../../core/language/say.ts';

/** Puts a plan, as people say it, where a message can take it from. */
export function CopyWords({ plan, field }: { plan: RoutePlan; field: Field }) {
  const [state, setState] = useState<'ready' | 'copied' | 'refused'>('ready');
  const copy = () =>
    navigator.clipboard.writeText(writeTypedRoute(plan, field)).then(
      () => setState('copied'),
      () => setState('refused'),
    );
  return (
    <Button variant="quiet" onClick={() => void copy()}>
      {
        {
          ready: say`Copy as words`,
          copied: say`Copied: paste it into a message`,
          refused: say`The browser does not allow it: mark the words on the sheet “Words”`,
        }[state]
      }
    </Button>
  );
}

import { useEffect, useRef, useState } from 'react';
import type { TypedContext } from '../core/formats/typedRoute/context.ts';
import { readTypedRoute, type TypedFault } from '../core/formats/typedRoute/read.ts';
import { writeTypedRoute } from '../core/formats/typedRoute/write.ts';
import type { RoutePlan } from '../core/route/plan.ts';
import styles from './TypedRoute.module.css';
import { say } from '../core/language/say.ts';

/** A route as it is typed in every language: it is a format. */
const EXAMPLE = 'drive 49 cm; turn left; drive 330; approach 8 cm';

interface TypedRouteProps {
  plan: RoutePlan;
  context: Omit<TypedContext, 'previous'>;
  /** The plan as far as the words are understood, with every letter. */
  onChange: (plan: RoutePlan) => void;
  /** Typing begins and ends: one step to undo. */
  onBegin?: () => void;
  onEnd?: () => void;
}

/** Faults that are told at once: the next ones often go with the first. */
const SHOWN = 3;

/** A route as people say it, read while it is typed. */
export function TypedRoute({ plan, context, onChange, onBegin, onEnd }: TypedRouteProps) {
  const { text, faults, type, end } = useTyped({ plan, context, onChange });
  const area = useRef<HTMLTextAreaElement>(null);
  return (
    <div className={styles['typed']}>
      <label>
        <span>{say`The route in words`}</span>
        <textarea
          ref={area}
          value={text}
          rows={Math.max(6, text.split('\n').length + 1)}
          spellCheck={false}
          autoCapitalize="off"
          placeholder={EXAMPLE}
          onFocus={onBegin}
          onBlur={() => {
            end();
            onEnd?.();
          }}
          onChange={(event) => type(event.target.value)}
        />
      </label>
      <ul className={styles['faults']} aria-live="polite">
        {faults.slice(0, SHOWN).map(({ from, to, message }) => (
          <li key={`${from} ${message}`}>
            <button
              type="button"
              onClick={() => {
                area.current?.focus();
                area.current?.setSelectionRange(from, to);
              }}
            >
              {message}
            </button>
          </li>
        ))}
        {faults.length > SHOWN && <li>{say`And ${faults.length - SHOWN} more.`}</li>}
      </ul>
    </div>
  );
}

/** The words as they are typed, and the plan that they become; the plan’s own words while nobody types. */
function useTyped({
  plan,
  context,
  onChange,
}: Pick<TypedRouteProps, 'plan' | 'context' | 'onChange'>) {
  const [typed, setTyped] = useState<{
    text: string;
    faults: TypedFault[];
    from: RoutePlan;
  } | null>(null);
  const written = typed?.text ?? writeTypedRoute(plan, context);
  const typing = useRef<RoutePlan | null>(null);
  useEffect(() => {
    // Something else changed the plan, as undo does: its words are shown again.
    if (typed !== null && typing.current !== plan) setTyped(null);
  }, [plan, typed]);
  return {
    text: written,
    faults: typed?.faults ?? [],
    end: () => {
      // What was not understood stays to be mended.
      if (typed?.faults.length === 0) setTyped(null);
    },
    type: (text: string) => {
      const previous = typed?.from ?? plan;
      const read = readTypedRoute(text, { ...context, previous });
      typing.current = read.plan;
      setTyped({ text, faults: read.faults, from: previous });
      onChange(read.plan);
    },
  };
}

import { useMutation } from '@tanstack/react-query';
import { photoRuleSchema } from '../../contracts/team.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import styles from './FilesView.module.css';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

/** Everything in one file, with the photos of runs or for good without them. */
export function WholeBundle({ photosStay }: { photosStay: boolean }) {
  const keeping = useMutation({
    mutationFn: (stay: boolean) => ask(photoRuleSchema, 'PUT', 'photos', { photosStay: stay }),
  });
  const stay = keeping.data?.photosStay ?? photosStay;
  return (
    <>
      <p className={styles['lead']}>
        {stay
          ? sayWith`Robots with their benches, fields, routes, runs and recordings: ${(<a href="/api/v1/bundle" download>{say`the whole bundle`}</a>)}. Another Corvat takes it in without loss.`
          : sayWith`Robots with their benches, fields, routes, runs, recordings and photos: ${(<a href="/api/v1/bundle" download>{say`the whole bundle`}</a>)}, or ${(<a href="/api/v1/bundle?photos=no" download>{say`without the photos`}</a>)}. Another Corvat takes it in without loss.`}
      </p>
      <Choice
        label={say`Photos of runs`}
        value={stay ? 'stay' : 'go'}
        options={[
          { value: 'go', label: say`may go out in files` },
          { value: 'stay', label: say`stay on this machine` },
        ]}
        onChange={(choice) => keeping.mutate(choice === 'stay')}
      />
      {keeping.error !== null && <Notice tone="fault">{sentenceOf(keeping.error)}</Notice>}
    </>
  );
}

import { useMutation } from '@tanstack/react-query';
import { useRef } from 'react';
import { v4 as uuid } from 'uuid';
import { openedLinkSchema } from '../../contracts/link.ts';
import { fieldRecordSchema } from '../../contracts/fields.ts';
import { robotSchema } from '../../contracts/robots.ts';
import { routeSchema } from '../../contracts/routes.ts';
import { sessionRecordSchema } from '../../contracts/practices.ts';
import type { Source } from '../../core/robot/sources.ts';
import { ask } from '../../ui/api.ts';
import { keepPicture } from '../../ui/fieldPicture.ts';
import { keepToken } from '../../ui/link/tokens.ts';
import { fieldOf, measuredPlan, setupOf, type Beginning } from './beginning.ts';
import { formatMoment } from '../../core/language/dates.ts';
import { say } from '../../core/language/say.ts';

/** What was made so far, so that a second try goes on and doubles nothing. */
interface Made {
  robot?: string;
  field?: string;
  picture?: true;
  route?: string;
  session?: string;
  link?: string;
}

/** Makes the robot, its table, the route and a practice of what was asked for, and gives the addresses that go on. */
export function useBegin(practice: boolean) {
  const made = useRef<Made>({});
  return useMutation({
    mutationFn: async (beginning: Beginning) => {
      const name = beginning.name.trim();
      const now = made.current;
      const sources = Object.fromEntries(
        Object.keys(beginning.ruler).map((path): [string, Source] => [path, { kind: 'typed' }]),
      );
      now.robot ??= (
        await ask(robotSchema, 'POST', 'robots', { name, setup: setupOf(beginning), sources })
      ).id;
      now.field ??= (
        await ask(fieldRecordSchema, 'POST', 'fields', {
          name: say`${name}: first table`.slice(0, 80),
          field: fieldOf(beginning),
        })
      ).id;
      if (beginning.picture !== null && now.picture === undefined) {
        await keepPicture(now.field, beginning.picture.file);
        now.picture = true;
      }
      now.route ??= (
        await ask(routeSchema, 'POST', 'routes', {
          name: say`To the target`,
          robotId: now.robot,
          fieldId: now.field,
          plan: measuredPlan(beginning),
        })
      ).id;
      const startedAt = new Date();
      now.session ??= (
        await ask(sessionRecordSchema, 'POST', 'sessions', {
          id: uuid(),
          title: say`First practice, ${formatMoment(startedAt, 'whole day')}`,
          startedAt: startedAt.toISOString(),
          surface: '',
          people: '',
          note: '',
          goalRuns: 5,
          goalHits: 4,
        })
      ).id;
      if (practice && now.link === undefined) {
        const link = await ask(openedLinkSchema, 'POST', 'links', {
          robotId: now.robot,
          name: say`practice robot`,
          practice: true,
        });
        keepToken(link.id, link.token);
        now.link = link.id;
      }
      const address = `route=${now.route}&session=${now.session}`;
      return { table: `/table?${address}`, program: `/program?${address}` };
    },
  });
}

import type { TitleBlockProps } from '../ui/TitleBlock.tsx';
import type { PageContext } from './_pageContext.ts';

/** What the title block of a station says. */
export function titleBlockOf(station: PageContext): TitleBlockProps {
  const { robot, route, field, session } = station;
  return {
    robot: robot?.name ?? '–',
    setup: robot?.setup.number ?? null,
    field: field?.name ?? '–',
    route: route?.name ?? '–',
    revision: route === null ? '' : String(route.revision.number),
    session: session?.title ?? '–',
    rightPositive: robot?.setup.setup.gyro.rightPositive ?? true,
    sheet: new Date().toISOString(),
  };
}

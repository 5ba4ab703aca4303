import { pythonProgram } from '../../../../../core/formats/pythonProgram.ts';
import { database } from '../../../../../store/database.ts';
import { getRobot } from '../../../../../store/robots.ts';
import { getRoute } from '../../../../../store/routes.ts';
import { download, endpoint, idOf } from '../../../_endpoint.ts';

/** The newest revision of the route as one Python file. */
export const GET = endpoint(async (context) => {
  const route = await getRoute(database(), idOf(context));
  const robot = await getRobot(database(), route.robotId);
  const text = pythonProgram(route.revision.plan, robot.setup.setup, {
    robot: robot.name,
    setup: robot.setup.number,
    route: route.name,
    revision: String(route.revision.number),
  });
  return download(text, 'text/x-python', `${route.name}-rev-${route.revision.number}.py`);
});

import { isRightPositive, conventions } from '../../core/language/conventions.ts';
import { fittedPlan } from '../../core/route/fittedPlan.ts';
import { TypedRoute } from '../../ui/TypedRoute.tsx';
import { CopyWords } from './CopyWords.tsx';
import styles from './Panels.module.css';
import { useRouteState, useRouteStore } from './routeStore.ts';
import { useRouteWork } from './routeWork.ts';
import { say } from '../../core/language/say.ts';

/** The route as people say it: to type it, and to paste it into a message or from one. */
export function WordsPanel() {
  const { history } = useRouteStore();
  const { field } = useRouteState((state) => state.field);
  const { plan, robot } = useRouteWork();
  const context = {
    starts: field.starts,
    models: field.models,
    length: conventions().length,
    positive: isRightPositive(robot.setup.setup.gyro.rightPositive)
      ? ('right' as const)
      : ('left' as const),
    rotation: Math.PI * robot.setup.setup.drive.wheelDiameter,
  };
  return (
    <section className={styles['panel']} aria-label={say`Words`}>
      <TypedRoute
        plan={plan}
        context={context}
        onBegin={history.begin}
        onEnd={history.commit}
        onChange={(next) => history.change(fittedPlan(next, field).plan)}
      />
      <p>
        <CopyWords plan={plan} field={field} />
      </p>
      <p
        className={styles['hint']}
      >{say`Lengths in mm, cm, in or rotations, without a unit in ${conventions().length}; “left” and “right” as the robot sees them. Each move on its own line or after a semicolon.`}</p>
    </section>
  );
}

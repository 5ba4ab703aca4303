import { useMutation } from '@tanstack/react-query';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import type { Sources } from '../../core/robot/sources.ts';
import { send } from '../../ui/api.ts';
import { useVerdictWork } from './verdictWork.ts';

/** Makes the next setup of the robot from what its runs tell. */
export function useNewSetup() {
  const { robot } = useVerdictWork();
  return useMutation({
    mutationFn: (content: { reason: string; setup: RobotParameters; sources: Sources }) =>
      send('POST', `robots/${robot.id}/setups`, { basedOn: robot.setup.number, ...content }),
  });
}

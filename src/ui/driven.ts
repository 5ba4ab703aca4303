import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { drivenPlanSchema } from '../contracts/driven.ts';
import type { Robot } from '../contracts/robots.ts';
import { ask } from './api.ts';

/** The runs of a robot with its newest setup, by revision. */
export function useDriven(robot: Pick<Robot, 'id' | 'setup'>) {
  return useQuery({
    queryKey: ['driven', robot.id, robot.setup.id],
    queryFn: () => ask(z.array(drivenPlanSchema), 'GET', `robots/${robot.id}/driven`),
  });
}

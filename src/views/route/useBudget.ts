import { useMemo, useRef } from 'react';
import { budgetBand, type BudgetAt } from '../../core/analysis/budget/band.ts';
import { budgetOf, type Budget, type StepModels } from '../../core/analysis/budget/budget.ts';
import type { Experiment, RunRecord } from '../../core/simulation/run.ts';

export interface BudgetState {
  budget: Budget;
  band: BudgetAt[];
}

/**
 * The error budget of the experiment, always up to date. Steps that did not change keep their models,
 * so that a drag costs one step and not the route.
 */
export function useBudget(experiment: Experiment, nominal: RunRecord): BudgetState {
  const known = useRef<StepModels>(new Map());
  return useMemo(() => {
    const budget = budgetOf(experiment, known.current);
    return { budget, band: budgetBand(budget, nominal, experiment.estimated.body) };
  }, [experiment, nominal]);
}

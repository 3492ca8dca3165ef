import { expose } from 'comlink';
import type { ShopCalendar } from '../../core/planning/shopCalendar';
import { planWeek, type PlannedJob, type WeekPlan } from '../../core/planning/week';

const api = {
  plan: (jobs: readonly PlannedJob[], calendar: ShopCalendar, nowMin: number): WeekPlan =>
    planWeek(jobs, calendar, nowMin),
};
export type PlanApi = typeof api;

expose(api);

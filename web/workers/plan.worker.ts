import { expose } from 'comlink';
import { planWeek, type PlannedJob, type WeekPlan } from '../../core/planning/week';
import type { ShopCalendar } from '../../core/format/shopCalendar';

const api = {
  plan: (jobs: readonly PlannedJob[], calendar: ShopCalendar, nowMin: number): WeekPlan =>
    planWeek(jobs, calendar, nowMin),
};
export type PlanApi = typeof api;

expose(api);

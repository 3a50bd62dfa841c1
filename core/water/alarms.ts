import type { ParameterId } from './parameters.ts';

/** They kill within hours: they come before the plan. */
const alarms: readonly ParameterId[] = ['ammonia', 'nitrite'];
export const isAlarm = (parameter: ParameterId): boolean => alarms.includes(parameter);

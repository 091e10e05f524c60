import { addDays, type LocalDate } from '../time/local-time';

/** How far a service for a date has come. */
export const SERVICE_STATES = ['asked', 'arranging', 'agreed', 'refused'] as const;
export type ServiceState = (typeof SERVICE_STATES)[number];

/** The day by which a service has to be settled: so many days before the event. */
export const serviceDue = (eventDay: LocalDate, leadDays: number): LocalDate => addDays(eventDay, -leadDays);

/** Settled is agreed or refused; on its day a service is not overdue yet. */
export const isServiceOverdue = (state: ServiceState, due: LocalDate, today: LocalDate): boolean =>
  state !== 'agreed' && state !== 'refused' && today > due;

import { attendanceSchema } from '@/contracts/work-orders/event-setup';
import { eventRoute } from '@/server/http/event-route';
import { keepAttendance } from '@/server/use-cases/work-orders/event-commands';

export const POST = eventRoute(attendanceSchema, keepAttendance);

import { attendanceSchema } from '@/contracts/event-setup';
import { eventRoute } from '@/server/http/event-route';
import { keepAttendance } from '@/server/use-cases/set-up/event-deeds';

export const POST = eventRoute(attendanceSchema, keepAttendance);

import { leftSchema } from '@/contracts/calendar/left';
import { writeRoute } from '@/server/http/route';
import { leftThen } from '@/server/use-cases/calendar/left-then';

export const POST = writeRoute({ action: 'request.check', body: leftSchema, run: leftThen });

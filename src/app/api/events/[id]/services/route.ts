import { serviceStateSchema } from '@/contracts/work-orders/event-setup';
import { eventRoute } from '@/server/http/event-route';
import { setServiceState } from '@/server/use-cases/work-orders/event-commands';

export const POST = eventRoute(serviceStateSchema, setServiceState);

import { serviceStateSchema } from '@/contracts/event-setup';
import { eventRoute } from '@/server/http/event-route';
import { setServiceState } from '@/server/use-cases/set-up/event-deeds';

export const POST = eventRoute(serviceStateSchema, setServiceState);

import { z } from 'zod';
import { writeRoute } from '@/server/http/route';
import { loadDemo } from '@/server/use-cases/administration/start/load-demo';

export const POST = writeRoute({
  action: 'office.start',
  body: z.object({}),
  run: (ctx) => loadDemo(ctx),
});

import { alternativesSchema } from '@/contracts/alternatives/alternatives';
import { streamRoute } from '@/server/http/route';
import { findAlternatives } from '@/server/use-cases/alternatives/find-alternatives';

export const POST = streamRoute({
  action: 'request.check',
  body: alternativesSchema,
  run: findAlternatives,
});

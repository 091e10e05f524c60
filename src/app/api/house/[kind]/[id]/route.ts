import { thingDeedSchema } from '@/contracts/house-book/docs';
import type { HouseKind } from '@/contracts/house-book/kinds';
import { keepingOfAddress } from '@/server/auth/house-policy';
import { numberedRoute } from '@/server/http/numbered-route';
import { doWithThing } from '@/server/use-cases/administration/house-book/thing-deeds';

export const POST = numberedRoute({
  action: keepingOfAddress,
  body: thingDeedSchema,
  what: 'such thing',
  run: (ctx, id, body, { kind }) => doWithThing(ctx, kind as HouseKind, id, body),
});

import { saveThingSchema } from '@/contracts/house-book/docs';
import type { HouseKind } from '@/contracts/house-book/kinds';
import { keepingOfAddress } from '@/server/auth/house-policy';
import { signedIn, writeRoute } from '@/server/http/route';
import { saveThing } from '@/server/use-cases/administration/house-book/save-thing';

export const POST = writeRoute({
  action: keepingOfAddress,
  body: saveThingSchema,
  run: (ctx, body, { kind }) => saveThing(signedIn(ctx), kind as HouseKind, body),
});

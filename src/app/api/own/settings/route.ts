import { t } from '@/contracts/language/translate';
import { done } from '@/contracts/base/refusal';
import { saveSettingsSchema } from '@/contracts/accounts/save-settings';
import { writeRoute } from '@/server/http/route';
import { settingsCookie } from '@/server/http/settings-cookie';
import { keepSettings } from '@/server/repositories/people/kept-settings';

export const POST = writeRoute({
  action: 'settings.choose',
  body: saveSettingsSchema,
  run: async (ctx, input) => {
    if (ctx.viewer) await keepSettings(ctx.db, ctx.viewer.personId, input);
    return done({ settings: input.settings });
  },
  headers: async ({ settings }) => ({ 'Set-Cookie': settingsCookie(settings) }),
  reply: () => ({ summary: t`preferences saved` }),
});

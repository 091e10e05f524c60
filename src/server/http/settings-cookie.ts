import { SETTINGS_COOKIE, settingsText, type OwnSettings } from '@/contracts/language/own-settings';
import { publicOrigin } from '../platform/settings';

const YEAR_S = 31_536_000;

/** A `Set-Cookie` value that carries somebody's settings; nothing in it is secret. */
export function settingsCookie(settings: OwnSettings): string {
  const secure = publicOrigin()?.startsWith('https:') ? '; Secure' : '';
  return `${SETTINGS_COOKIE}=${settingsText(settings)}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${YEAR_S}${secure}`;
}

import type { CheckBody, CheckReply } from '@/contracts/requests/ask';
import {
  bringCatalogue,
  tellOfficeLanguage,
  type Catalogue,
  type Language,
} from '@/contracts/language/languages';
import { tellSettings, type OwnSettings } from '@/contracts/language/own-settings';
import type { Side } from '@/core/checks/rules/rule';
import { checkHere, type CheckChoices, type Loaded } from './check-here';

// The check beside the typing: a long series must never hold up a key.

export type ToWorker =
  /** How whoever types is spoken to: a worker knows nothing of the page. */
  | {
      readonly kind: 'speak';
      readonly settings: OwnSettings;
      readonly language: Language;
      readonly texts: Catalogue | null;
    }
  | { readonly kind: 'know'; readonly loaded: Loaded; readonly choices: CheckChoices; readonly side: Side }
  | { readonly kind: 'check'; readonly turn: number; readonly body: CheckBody };

export interface FromWorker {
  readonly turn: number;
  readonly reply: CheckReply | null;
}

let known: Extract<ToWorker, { kind: 'know' }> | null = null;

self.addEventListener('message', ({ data }: MessageEvent<ToWorker>) => {
  if (data.kind === 'speak') {
    const { settings, language, texts } = data;
    tellSettings(() => settings);
    tellOfficeLanguage(language);
    if (texts) bringCatalogue(language, texts);
    return;
  }
  if (data.kind === 'know') {
    known = data;
    return;
  }
  const reply = known && checkHere(data.body, known.loaded, known.choices, known.side);
  self.postMessage({ turn: data.turn, reply } satisfies FromWorker);
});

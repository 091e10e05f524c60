import { t, texts } from '@/contracts/language/translate';
import type { Layout } from '@/core/seating/layouts';

/** What people call a layout. */
export const LAYOUT_WORDS: Readonly<Record<Layout, string>> = texts({
  theatre: 'rows of chairs',
  classroom: 'tables in rows',
  rounds: 'round tables',
  boardroom: 'one long table',
  standing: 'standing',
  empty: 'empty floor',
  cabaret: 'round tables, open to the front',
  'u-shape': 'tables in a U',
  'hollow-square': 'tables in a square',
  exam: 'single tables',
  circle: 'chairs in a circle',
});

const SET_UNSEATED = texts({ standing: 'set for standing', empty: 'with an empty floor' });

/** How a space is set, as part of a sentence. */
export const setText = (layout: Layout): string =>
  layout === 'standing' || layout === 'empty' ? SET_UNSEATED[layout] : t`set with ${LAYOUT_WORDS[layout]}`;

import type { Page } from 'puppeteer-core';
import { as, fill, says, send, textOf, type Account } from './browser';

// Filling in the request form, and what became of it: for the tests of asking.

export async function referenceOn(page: Page): Promise<string> {
  await says(page, 'Sent. Your reference is');
  return (await textOf(page)).match(/Your reference is ([A-Z0-9]{3}-[A-Z0-9]{3})/)![1]!;
}

export const request = async (reference: string, who: Account = 'manager') =>
  (await (await send('GET', `/api/requests/${reference}`, undefined, await as(who))).json()) as {
    title: string;
    whenText: string;
    publicHtml: string;
    dates: { when: string; places: string }[];
    files: { key: string; name: string }[];
    services: { name: string; answers: { answer: string }[] }[];
    equipment: { name: string; quantity: number }[];
  };

export const MAIN = { Title: 'Lichen on old walls', Category: 'Workshops', 'People expected': '14' } as const;

export async function fillMain(page: Page, more: Readonly<Record<string, string>> = {}): Promise<void> {
  for (const [label, value] of Object.entries({ ...MAIN, Host: 'Fern and Moss', ...more }))
    await fill(page, label, value);
}

/** The same of a loan or an announcement, which nobody has to fit in. */
export async function fillWithoutPeople(page: Page, title: string): Promise<void> {
  const { 'People expected': _, ...main } = MAIN;
  for (const [label, value] of Object.entries({ ...main, Host: 'Fern and Moss', Title: title }))
    await fill(page, label, value);
}

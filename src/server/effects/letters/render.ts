import { escapeUTF8 } from 'entities';
import { convert } from 'html-to-text';
import { isAccountMail } from '@/core/changes/mail-due';
import { t } from '@/contracts/language/translate';
import { USUAL_SETTINGS } from '@/contracts/language/own-settings';
import { ACCOUNT_LINK_WORDS, SUBJECT_WORDS } from '@/contracts/words/mail';
import { writtenFor } from '../../platform/ambient';
import type { OfficeContact } from '../../repositories/house/office-contact';
import type { MailPayload } from './payload';

/** Where the links of a mail lead; null where they are made only when it is sent. */
export interface MailLinks {
  readonly request: string;
  readonly offer: string | null;
  readonly account: string | null;
}

export interface RenderedMail {
  readonly subject: string;
  readonly html: string;
  readonly text: string;
}

const INK = '#241f1a';
const ACCENT = '#8f2d1e';

const paragraph = (html: string): string => `<p style="margin:0 0 12px">${html}</p>`;

const button = (url: string, words: string): string =>
  paragraph(
    `<a href="${escapeUTF8(url)}" style="display:inline-block;padding:10px 16px;background:${ACCENT};color:#ffffff;text-decoration:none;border-radius:3px">${escapeUTF8(words)}</a>`,
  );

const block = ({ head, lines }: MailPayload['blocks'][number]): string =>
  `<h2 style="font-size:16px;margin:16px 0 4px">${escapeUTF8(head)}</h2><ul style="margin:0 0 12px;padding-left:20px">${lines
    .map((line) => `<li>${escapeUTF8(line)}</li>`)
    .join('')}</ul>`;

/** Where the link is made only when the letter is sent. */
const linkToCome = (): string => paragraph(`<em>${t`The link is made when this is sent.`}</em>`);

function offerPart(payload: MailPayload, links: MailLinks): string {
  if (!payload.offer) return '';
  const until = paragraph(
    t`The offer is held for you until ${`<strong>${escapeUTF8(payload.offer.untilText)}</strong>`}.`,
  );
  return `${until}${links.offer ? button(links.offer, t`See the offer and answer`) : linkToCome()}`;
}

function accountPart({ kind }: MailPayload, links: MailLinks): string {
  if (!isAccountMail(kind) || kind === 'password-changed') return '';
  const { button: words, holds } = ACCOUNT_LINK_WORDS[kind];
  return links.account ? `${button(links.account, words)}\n${paragraph(escapeUTF8(holds))}` : linkToCome();
}

const referencePart = ({ kind, reference }: MailPayload, links: MailLinks): string =>
  isAccountMail(kind)
    ? ''
    : paragraph(
        `${t`Reference ${escapeUTF8(reference)}`}: <a href="${escapeUTF8(links.request)}">${escapeUTF8(links.request)}</a>`,
      );

const inItsLanguage = <Value>({ language }: MailPayload, work: () => Value): Value =>
  writtenFor({ ...USUAL_SETTINGS, language }, work);

/** What a subject says of what it is about. */
export const subjectWords = (payload: MailPayload): string =>
  payload.subject || inItsLanguage(payload, () => SUBJECT_WORDS[payload.kind]);

/** A subject: what it is about, and what is said of it. */
const subjectOf = (payload: MailPayload): string =>
  `${payload.title}${payload.reference ? ` (${payload.reference})` : ''}: ${subjectWords(payload)}`;

/** A mail as HTML, and as the plain text that is read from it. Everything people typed is escaped. */
export const renderMail = (payload: MailPayload, office: OfficeContact, links: MailLinks): RenderedMail =>
  inItsLanguage(payload, () => render(payload, office, links));

function render(payload: MailPayload, office: OfficeContact, links: MailLinks): RenderedMail {
  const { title, opening, blocks, quote } = payload;
  const body = [
    `<h1 style="font-size:20px;margin:0 0 12px">${escapeUTF8(title)}</h1>`,
    paragraph(escapeUTF8(opening)),
    ...blocks.map(block),
    quote &&
      `<blockquote style="margin:0 0 12px;padding-left:12px;border-left:4px solid ${ACCENT};white-space:pre-wrap">${escapeUTF8(quote)}</blockquote>`,
    offerPart(payload, links),
    accountPart(payload, links),
    referencePart(payload, links),
    payload.closing && paragraph(escapeUTF8(payload.closing).replaceAll('\n', '<br>')),
    paragraph(
      `${escapeUTF8(office.name)}, ${escapeUTF8(office.phone)}, ${escapeUTF8(office.email)}. ${t`Times are those of ${escapeUTF8(office.tzid)}.`}`,
    ),
  ]
    .filter(Boolean)
    .join('\n');
  const html = `<!doctype html>\n<html lang="${payload.language}"><head><meta charset="utf-8"><title>${escapeUTF8(title)}</title></head>
<body style="margin:0;padding:24px;background:#ffffff;color:${INK};font:16px/1.45 Georgia,serif"><div style="max-width:600px">
${body}
</div></body></html>\n`;
  return {
    subject: subjectOf(payload),
    html,
    text: convert(html, {
      wordwrap: 78,
      selectors: [
        { selector: 'a', options: { hideLinkHrefIfSameAsText: true } },
        { selector: 'h1', options: { uppercase: false } },
        { selector: 'h2', options: { uppercase: false } },
      ],
    }),
  };
}

import { existsSync, mkdirSync } from 'node:fs';
import { readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import nodemailer from 'nodemailer';
import type { OfficeContact } from '../../repositories/house/office-contact';
import { dataFolder } from '../../platform/settings';
import type { MailToSend } from './payload';
import type { RenderedMail } from './render';

/** Where the stand-in for a mail server puts what it is given: one .eml for each message. */
export const mailFolder = (): string => join(dataFolder(), 'mail');

const fileOf = (id: number): string => join(mailFolder(), `${String(id).padStart(6, '0')}.eml`);

// Builds the message as it would go over the wire and hands it back.
const transport = nodemailer.createTransport({ streamTransport: true, buffer: true, newline: 'windows' });

/**
 * Writes a message as it would be sent. The same message again replaces the file, so that an interrupted run leaves
 * one message, whole.
 */
export async function writeMail(
  mail: MailToSend,
  { subject, html, text }: RenderedMail,
  office: OfficeContact,
): Promise<void> {
  const domain = office.email.split('@')[1] ?? 'localhost';
  const { message } = await transport.sendMail({
    from: { name: office.name, address: office.email },
    to: { name: mail.to.name, address: mail.to.email },
    subject,
    text,
    html,
    date: new Date(mail.createdMin * 60_000),
    messageId: `<${mail.kind}-${mail.id}@${domain}>`,
    headers: { 'Auto-Submitted': 'auto-generated' },
  });
  mkdirSync(mailFolder(), { recursive: true, mode: 0o700 });
  const making = `${fileOf(mail.id)}.part`;
  await writeFile(making, message as Buffer, { mode: 0o600 });
  await rename(making, fileOf(mail.id));
}

/** The message as it was sent; null where there is none on disk. */
export const readMail = async (id: number): Promise<Buffer | null> =>
  existsSync(fileOf(id)) ? readFile(fileOf(id)) : null;

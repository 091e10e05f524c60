import { texts } from '@/contracts/language/translate';
import { z } from 'zod';

/** Compressed bytes that are taken in at most, and what they may grow to on disk. */
export const ARCHIVE_LIMIT_MB = 2048;
/** An archive holds at most so many megabytes when it is unpacked. */
export const UNPACKED_LIMIT_MB = 16_384;

/** What stands in an archive beside the house itself; docs/formats/archive.md says more. */
export const manifestSchema = z.object({
  format: z.literal('calendario-house'),
  version: z.literal(1),
  /** When it was made, as RFC 3339 in UTC. */
  madeAt: z.iso.datetime(),
  site: z.string(),
  migrations: z.array(z.string()),
});
export type Manifest = z.output<typeof manifestSchema>;

/** A page that is asked for without anything. */
export const noQuery = z.object({});

/**
 * Puts a house that was sent and looked at into its place. At most 200 letters; empty where no office is there yet.
 */
export const bringInSchema = z.object({
  /** The name of the site that is replaced, typed by whoever does it; nothing where there is none. */
  name: z.string().max(200).default(''),
});
export type BringInInput = z.output<typeof bringInSchema>;

/** How much there is in an office. */
export interface OfficeCounts {
  readonly spaces: number;
  readonly people: number;
  readonly requests: number;
  readonly dates: number;
  readonly files: number;
}

/** What is counted, in words. */
export const OFFICE_COUNT_WORDS: Readonly<Record<keyof OfficeCounts, string>> = texts({
  spaces: 'Spaces',
  people: 'People',
  requests: 'Requests',
  dates: 'Dates',
  files: 'Files',
});

/** A house that was sent and is whole, waiting to be put into its place. */
export interface ArrivedOffice {
  readonly id: string;
  readonly site: string;
  readonly madeText: string;
  readonly counts: OfficeCounts;
}

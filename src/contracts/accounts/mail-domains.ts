import { z } from 'zod';
import { lazyText, t } from '@/contracts/language/translate';

/** What stands behind the @ of mail addresses, in small letters; at most forty. Nothing said is none. */
export const mailDomains = z
  .array(
    z
      .string()
      .trim()
      .toLowerCase()
      .transform((domain) => domain.replace(/^@/, ''))
      .refine(
        (domain) => /^([a-z0-9-]+\.)+[a-z]{2,}$/.test(domain),
        lazyText`A mail domain is what stands after the @, such as example.org.`,
      ),
  )
  .max(40, lazyText`At most forty domains.`)
  .default([]);

/** How they are told: `@a.example or @b.example`. */
export const domainsText = (domains: readonly string[]): string =>
  domains.map((domain) => `@${domain}`).join(t` or `);

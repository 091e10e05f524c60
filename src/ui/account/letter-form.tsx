'use client';
import { domainsText } from '@/contracts/accounts/mail-domains';
import { t, texts } from '@/contracts/language/translate';
import { useState } from 'react';
import { forgottenSchema, registerSchema } from '@/contracts/accounts/account';
import { AccountForm } from './account-form';

const EMAIL = texts(
  { name: 'email', label: 'E-mail address', type: 'email', autoComplete: 'username' } as const,
  'label',
);

const Sent = ({ children }: { children: string }) => (
  <p role="status" className="mt-5 border-l-4 border-accent bg-sunk px-3 py-2">
    {children}
  </p>
);

/** Asks for a link that sets a new password. Whether anybody has the address is not told. */
export function ForgottenForm() {
  const [address, setAddress] = useState('');
  return address ? (
    <Sent>{t`If ${address} has an account here, a letter with a link is on its way. The link holds for two hours.`}</Sent>
  ) : (
    <AccountForm
      schema={forgottenSchema}
      fields={[EMAIL]}
      path="/api/account/forgotten"
      verb={t`Send me a link`}
      done={(_, { email }) => setAddress(email)}
    />
  );
}

/** Asks for an account of one's own; it is made once the link in the letter is followed. */
export function RegisterForm({ domains }: { domains: readonly string[] }) {
  const [address, setAddress] = useState('');
  return address ? (
    <Sent>{t`A letter to ${address} is on its way. Follow the link in it and choose a password; then you are in.`}</Sent>
  ) : (
    <AccountForm
      schema={registerSchema}
      fields={[
        { name: 'name', label: t`Your name`, type: 'text', autoComplete: 'name' },
        { ...EMAIL, hint: t`It ends in ${domainsText(domains)}.` },
      ]}
      path="/api/account/register"
      verb={t`Make my account`}
      done={(_, { email }) => setAddress(email)}
    />
  );
}

'use client';
import { TextField } from '@/ui/kit/fields';
import { Button, ButtonLink } from '@/ui/kit/button';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { X } from 'lucide-react';
import { useState } from 'react';
import type { SavedScreen, SavedView } from '@/contracts/accounts/own';
import { send } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import { Form } from '@/ui/kit/form';

interface KeptProps {
  readonly screen: SavedScreen;
  readonly first: readonly SavedView[];
  /** Address of what is shown now. */
  readonly here: string;
  readonly isSignedIn: boolean;
}

/** Screens with their filters, kept under names of one's own. */
export function SavedViews({ screen, first, here, isSignedIn }: KeptProps) {
  const [isOpen, setOpen] = useState(false);
  const [views, setViews] = useState(first);
  const [name, setName] = useState('');
  const { error, isSending: isBusy, run } = useSend();
  const keep = () =>
    run<SavedView[]>(
      () => send('POST', '/api/own/views', { screen, name, address: here }),
      (reply) => {
        if (!reply.ok) return;
        setName('');
        setViews(reply.value);
      },
    );
  const drop = (id: number) =>
    run(
      () => send('DELETE', '/api/own/views', { id }),
      ({ ok }) => ok && setViews((before) => before.filter((each) => each.id !== id)),
    );
  const isKept = views.some(({ address }) => address === here);
  return (
    <>
      <Button className="no-print" aria-expanded={isOpen} onClick={() => setOpen((before) => !before)}>
        {views.length ? t`Saved views: ${views.length}` : t`Save view`}
      </Button>
      {isOpen && (
        <div className="no-print flex w-full flex-wrap items-center gap-x-4 gap-y-2 border-t border-rule pt-2">
          {views.length > 0 && (
            <ul className="flex flex-wrap items-center gap-2" aria-label={t`Saved views`}>
              {views.map(({ id, name: kept, address }) => (
                <li key={id} className="flex items-center">
                  <ButtonLink
                    href={address}
                    aria-current={address === here ? 'page' : undefined}
                    className="rounded-r-none py-1 aria-[current]:border-ink"
                  >
                    {kept}
                  </ButtonLink>
                  <Button
                    aria-label={t`Delete ${kept}`}
                    className="rounded-l-none border-l-0 px-1.5 py-1.5"
                    onClick={() => void drop(id)}
                  >
                    <X size={14} aria-hidden="true" />
                  </Button>
                </li>
              ))}
            </ul>
          )}
          {isSignedIn ? (
            <Form
              className="flex flex-wrap items-center gap-2"
              onSubmit={(event) => {
                event.preventDefault();
                if (!isBusy) void keep();
              }}
            >
              <label className="flex items-center gap-2">
                {isKept ? t`Save it under another name` : t`Save this view as`}
                <TextField
                  className="w-48 py-1"
                  value={name}
                  maxLength={MOST_CHARACTERS.viewName}
                  aria-invalid={error !== null}
                  onChange={({ target }) => setName(target.value)}
                />
              </label>
              <Button isSubmit className="py-1" isBusy={isBusy}>{t`Save`}</Button>
            </Form>
          ) : (
            <p>
              <Link href={`/sign-in?next=${encodeURIComponent(here)}`}>{t`Sign in`}</Link>
              {t` to save what is shown under a name.`}
            </p>
          )}
          {error && (
            <p role="alert" className="text-note text-clash">
              {[error.message, ...error.fields.map(({ message }) => message)].join(' ')}
            </p>
          )}
        </div>
      )}
    </>
  );
}

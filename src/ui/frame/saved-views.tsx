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
import { useToast } from '@/ui/kit/toast';

interface KeptProps {
  readonly screen: SavedScreen;
  readonly first: readonly SavedView[];
  /** Address of what is shown now. */
  readonly here: string;
  readonly isSignedIn: boolean;
}

interface SavedListProps {
  readonly views: readonly SavedView[];
  readonly here: string;
  onDrop(view: SavedView): void;
}

function SavedList({ views, here, onDrop }: SavedListProps) {
  if (!views.length) return null;
  return (
    <ul className="flex flex-wrap items-center gap-2" aria-label={t`Saved views`}>
      {views.map((view) => {
        const { id, name, address } = view;
        return (
          <li key={id} className="flex items-center">
            <ButtonLink
              href={address}
              aria-current={address === here ? 'page' : undefined}
              className="rounded-r-none py-1 aria-[current]:border-ink"
            >
              {name}
            </ButtonLink>
            <Button
              aria-label={t`Delete ${name}`}
              className="rounded-l-none border-l-0 px-1.5 py-1.5"
              onClick={() => onDrop(view)}
            >
              <X size={14} aria-hidden="true" />
            </Button>
          </li>
        );
      })}
    </ul>
  );
}

/** The views, and keeping and letting go of one. */
function useSaved(screen: SavedScreen, here: string, first: readonly SavedView[]) {
  const [views, setViews] = useState(first);
  const [name, setName] = useState('');
  const { error, isSending, run } = useSend({ again: null });
  const tell = useToast();
  const save = (under: string, address: string) =>
    run<SavedView[]>(
      () => send('POST', '/api/own/views', { screen, name: under, address }),
      (reply) => reply.ok && setViews(reply.value),
    );
  const keep = async () => {
    const isSaved = await save(name, here);
    if (isSaved) setName('');
    return isSaved;
  };
  const drop = ({ id, name: under, address }: SavedView) =>
    run(
      () => send('DELETE', '/api/own/views', { id }),
      ({ ok }) => {
        if (!ok) return;
        setViews((before) => before.filter((each) => each.id !== id));
        tell({ words: t`“${under}” is deleted.`, undo: () => void save(under, address) });
      },
    );
  return { views, name, setName, error, isBusy: isSending, keep, drop };
}

interface SaveViewProps {
  readonly isBusy: boolean;
  readonly keep: () => Promise<boolean>;
  readonly isKept: boolean;
  readonly name: string;
  readonly error: ReturnType<typeof useSend>['error'];
  readonly setName: (name: string) => void;
}

const SaveView = ({ isBusy, keep, isKept, name, error, setName }: SaveViewProps) => (
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
);

/** Screens with their filters, kept under names of one's own. */
export function SavedViews({ screen, first, here, isSignedIn }: KeptProps) {
  const [isOpen, setOpen] = useState(false);
  const { views, name, setName, error, isBusy, keep, drop } = useSaved(screen, here, first);
  const isKept = views.some(({ address }) => address === here);
  return (
    <>
      <Button className="no-print" aria-expanded={isOpen} onClick={() => setOpen((before) => !before)}>
        {views.length ? t`Saved views: ${views.length}` : t`Save view`}
      </Button>
      {isOpen && (
        <div className="no-print flex w-full flex-wrap items-center gap-x-4 gap-y-2 border-t border-rule pt-2">
          <SavedList views={views} here={here} onDrop={(view) => void drop(view)} />
          {isSignedIn ? (
            <SaveView
              isBusy={isBusy}
              keep={keep}
              isKept={isKept}
              name={name}
              error={error}
              setName={setName}
            />
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

'use client';
import { keepViewSchema, type SavedScreen, type SavedView } from '@/contracts/accounts/own';
import { useContractForm } from '@/ui/hooks/use-contract-form';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { TextField } from '@/ui/kit/fields';
import { Button, ButtonLink } from '@/ui/kit/button';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { X } from 'lucide-react';
import { useState } from 'react';
import { send } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import { Form } from '@/ui/kit/form';
import { useToast } from '@/ui/kit/toast';

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
function useSaved(screen: SavedScreen, first: readonly SavedView[]) {
  const [views, setViews] = useState(first);
  const { error, faultOf, run } = useSend({ again: null });
  const tell = useToast();
  const save = (under: string, address: string) =>
    run<SavedView[]>(
      () => send('POST', '/api/own/views', { screen, name: under, address }),
      (reply) => reply.ok && setViews(reply.value),
    );
  const drop = ({ id, name: under, address }: SavedView) =>
    run(
      () => send('DELETE', '/api/own/views', { id }),
      ({ ok }) => {
        if (!ok) return;
        setViews((before) => before.filter((each) => each.id !== id));
        tell({ words: t`“${under}” is deleted.`, undo: () => void save(under, address) });
      },
    );
  return { views, error, faultOf, save, drop };
}

interface SaveViewProps {
  readonly screen: SavedScreen;
  readonly here: string;
  readonly isKept: boolean;
  readonly on: ReturnType<typeof useSaved>;
}

function SaveView({ screen, here, isKept, on }: SaveViewProps) {
  const { register, onSubmit, faultOf, isSending } = useContractForm({
    schema: keepViewSchema,
    defaultValues: { name: '' },
    bodyOf: ({ name }) => ({ screen, name, address: here }),
    refused: on.faultOf,
    submit: ({ name }) => on.save(String(name), here),
  });
  const fault = faultOf('name') || on.faultOf('address');
  return (
    <Form className="flex flex-wrap items-center gap-2" onSubmit={onSubmit} noValidate>
      <label className="flex items-center gap-2">
        {isKept ? t`Save it under another name` : t`Save this view as`}
        <TextField
          className="w-48 py-1"
          maxLength={MOST_CHARACTERS.viewName}
          aria-invalid={fault !== ''}
          {...register('name')}
        />
      </label>
      <Button isSubmit className="py-1" isBusy={isSending}>{t`Save`}</Button>
      {fault && (
        <p role="alert" className="text-note text-conflict">
          {fault}
        </p>
      )}
    </Form>
  );
}

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
  const on = useSaved(screen, first);
  const { views, error, drop } = on;
  const isKept = views.some(({ address }) => address === here);
  return (
    <>
      <Button className="no-print" aria-expanded={isOpen} onClick={() => setOpen((before) => !before)}>
        {views.length ? t`Saved views: ${views.length}` : t`Save view`}
      </Button>
      {isOpen && (
        <div className="no-print order-last flex w-full flex-wrap items-center gap-x-4 gap-y-2 border-t border-rule pt-2">
          <SavedList views={views} here={here} onDrop={(view) => void drop(view)} />
          {isSignedIn ? (
            <SaveView screen={screen} here={here} isKept={isKept} on={on} />
          ) : (
            <p>
              <Link href={`/sign-in?next=${encodeURIComponent(here)}`}>{t`Sign in`}</Link>
              {t` to save what is shown under a name.`}
            </p>
          )}
          <RefusalNote error={error?.fields.length ? null : error} />
        </div>
      )}
    </>
  );
}

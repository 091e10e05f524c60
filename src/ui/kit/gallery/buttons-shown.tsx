'use client';
import { t } from '@/contracts/language/translate';
import { Link2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { AlertDialog } from '../alert-dialog';
import { Button, ButtonAnchor, ButtonLink } from '../button';
import { IconButton } from '../icon-button';
import { InlinePick } from '../inline-pick';
import { Shown } from './shown';

function DialogShown() {
  const [isOpen, setOpen] = useState(false);
  return (
    <Shown name="AlertDialog">
      <AlertDialog
        isOpen={isOpen}
        onOpen={setOpen}
        trigger={<Button>{t`Pick dates to cancel`}</Button>}
        title={t`Pick dates to cancel`}
        consequence={t`What is listed below will not take place.`}
        keep={t`Keep them`}
        confirm={t`Cancel them`}
        isBusy={false}
        onConfirm={() => setOpen(false)}
      />
    </Shown>
  );
}

function InlinePickShown() {
  const [picked, setPicked] = useState<string[]>([]);
  return (
    <Shown name="InlinePick">
      <InlinePick
        label={t`Layout`}
        options={[
          ['a', t`rows of chairs`],
          ['b', t`round tables`],
        ]}
        picked={picked}
        none={t`any`}
        onChange={setPicked}
      />
    </Shown>
  );
}

/** Buttons and what they open. */
export const ButtonsShown = () => (
  <>
    <Shown name="Button">
      <Button size="small">{t`Save`}</Button>
      <Button>{t`Save`}</Button>
      <Button isMain>{t`Save`}</Button>
      <Button isBusy>{t`Save`}</Button>
      <Button off={t`Choose a person first.`}>{t`Save`}</Button>
      <Button off={null}>{t`Save`}</Button>
      <Button size="tall">{t`Save`}</Button>
      <Button size="large" isMain>{t`Save`}</Button>
    </Shown>
    <Shown name="ButtonLink, ButtonAnchor">
      <ButtonLink href="/">{t`To the board`}</ButtonLink>
      <ButtonLink isMain href="/ask">{t`Request a space`}</ButtonLink>
      <ButtonAnchor href="#main">{t`To the page`}</ButtonAnchor>
    </Shown>
    <Shown name="IconButton">
      <IconButton name={t`Link`}>
        <Link2 aria-hidden="true" size={18} />
      </IconButton>
      <IconButton name={t`undo`} aria-pressed>
        <Undo2 aria-hidden="true" size={18} />
      </IconButton>
      <IconButton name={t`undo`} disabled>
        <Undo2 aria-hidden="true" size={18} />
      </IconButton>
    </Shown>
    <DialogShown />
    <InlinePickShown />
  </>
);

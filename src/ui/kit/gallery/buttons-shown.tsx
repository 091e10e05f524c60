'use client';
import { t } from '@/contracts/language/translate';
import { Link2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { AlertDialog } from '../alert-dialog';
import { Button, ButtonAnchor, ButtonLink } from '../button';
import { IconButton } from '../icon-button';
import { InlinePick } from '../inline-pick';
import { Bar, Steps } from '../bar';
import { DetailsPanel } from '../details-panel';
import { Menu, MenuItem } from '../menu';
import { Pagination } from '../pagination';
import { Popover } from '../popover';
import { useToast } from '../toast';
import { Tooltip } from '../tooltip';
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

const MenuShown = () => (
  <Shown name="Menu, Tooltip, Popover">
    <Menu words={t`More`} about={t`The kit of parts`}>
      <MenuItem onChoose={() => undefined}>{t`Up`}</MenuItem>
      <MenuItem off={t`It is the last.`} onChoose={() => undefined}>{t`Down`}</MenuItem>
    </Menu>
    <Tooltip text={t`To the board`}>
      <ButtonLink href="/">{t`To the board`}</ButtonLink>
    </Tooltip>
    <Popover label={t`Layout`} trigger={<Button>{t`Layout`}</Button>}>
      <p>{t`rows of chairs`}</p>
    </Popover>
  </Shown>
);

function ToastShown() {
  const tell = useToast();
  return (
    <Shown name="Toast">
      <Button
        onClick={() => tell({ words: t`“${t`The kit of parts`}” is deleted.`, undo: () => undefined })}
      >{t`Delete`}</Button>
    </Shown>
  );
}

const BarShown = () => (
  <Shown name="Bar, Steps, Pagination">
    <Bar title={t`The kit of parts`}>
      <Steps label={t`Go to`}>
        <Button>{t`Earlier`}</Button>
        <Button>{t`Later`}</Button>
      </Steps>
    </Bar>
    <Pagination page={2} pages={7} hrefOf={() => '/kit'} />
  </Shown>
);

const DetailsPanelShown = () => (
  <Shown name="DetailsPanel">
    <div className="w-80">
      <DetailsPanel title={t`A free time`} onClose={() => undefined}>
        <p>{t`Nothing is in the way.`}</p>
      </DetailsPanel>
    </div>
  </Shown>
);

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
    <MenuShown />
    <ToastShown />
    <BarShown />
    <DetailsPanelShown />
  </>
);

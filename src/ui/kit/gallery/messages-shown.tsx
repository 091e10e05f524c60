'use client';
import { t } from '@/contracts/language/translate';
import { unreachable } from '@/ui/hooks/send';
import { ButtonLink } from '../button';
import { Disclosure } from '../disclosure';
import { EmptyState } from '../empty-state';
import { Mark } from '../mark';
import { Progress } from '../progress';
import { RefusalNote } from '../refusal-note';
import { CallStamp, VerdictStamp } from '../verdict-stamp';
import { Skeleton } from '../skeleton';
import { Stamp } from '../stamp';
import { Shown } from './shown';
import { TableShown } from './table-shown';

/** What is told: stamps, marks, progress, refusals, and that there is nothing. */
export const MessagesShown = () => (
  <>
    <Shown name="Stamp, VerdictStamp, CallStamp, Mark">
      <Stamp look="quiet">{t`Taken`}</Stamp>
      <VerdictStamp verdict="clear" />
      <VerdictStamp verdict="warning" count={3} />
      <VerdictStamp verdict="conflict" />
      <CallStamp words={t`offered`} />
      <Mark mark="Wk" hue="green" />
      <Mark mark="Mu" hue="blue" />
    </Shown>
    <Shown name="Progress">
      <Progress label={t`Being done`} done={3} of={10} />
      <Progress label={t`Pages drawn`} done={0} of={0} />
    </Shown>
    <Shown name="RefusalNote">
      <RefusalNote error={{ ...unreachable, retry: () => undefined }} />
    </Shown>
    <Shown name="Disclosure">
      <Disclosure summary={t`Find a space`}>
        <p>{t`Nothing is in the way.`}</p>
      </Disclosure>
    </Shown>
    <Shown name="Skeleton">
      <div className="w-96">
        <Skeleton lines={3} />
      </div>
    </Shown>
    <TableShown />
    <Shown name="EmptyState">
      <EmptyState action={<ButtonLink href="/">{t`To the board`}</ButtonLink>}>
        {t`Nothing is on in these days.`}
      </EmptyState>
    </Shown>
  </>
);

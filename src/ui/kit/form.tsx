import { t } from '@/contracts/language/translate';
import type { ComponentProps } from 'react';
import { NEEDS_SCRIPTS } from '@/contracts/base/needs-scripts';

interface FormProps extends ComponentProps<'form'> {
  /** Whether it says without scripts that it needs them; a small one beside other things leaves that to the page it is sent to. */
  readonly saysSo?: boolean;
}

/**
 * A form that scripts send. Without them, or before they are there, the browser sends it to a page that says so: by POST,
 * so that nothing typed gets into an address.
 */
export function Form({ saysSo = true, children, ...own }: FormProps) {
  return (
    <form method="post" action={NEEDS_SCRIPTS} {...own}>
      {saysSo && (
        <noscript>
          <p className="mb-3 border-l-4 border-warning bg-sunk px-3 py-2">{t`This form needs scripts, which are switched off in this browser. Switch them on for this site and load the page again.`}</p>
        </noscript>
      )}
      {children}
    </form>
  );
}

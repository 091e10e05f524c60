import { say } from '@/contracts/language/say';
import type { ComponentProps } from 'react';
import { NEEDS_SCRIPTS } from '@/contracts/needs-scripts';

/**
 * A form that scripts send. Without them, or before they are there, the browser sends it to a page that says so: by POST,
 * so that nothing typed gets into an address.
 */
export function Form({ children, ...own }: ComponentProps<'form'>) {
  return (
    <form method="post" action={NEEDS_SCRIPTS} {...own}>
      <noscript>
        <p className="border-l-4 border-look bg-sunk px-3 py-2">{say`This form needs scripts, which are switched off in this browser. Switch them on for this site and load the page again.`}</p>
      </noscript>
      {children}
    </form>
  );
}

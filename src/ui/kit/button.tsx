'use client';
import { useEffect, useId, useState, type ComponentProps, type MouseEvent, type ReactNode } from 'react';
import Link from './link';

/** small: beside a line of text; usual; tall: for a finger; large: the one thing a page is for. */
export type ButtonSize = 'small' | 'usual' | 'tall' | 'large';

const SIZES: Readonly<Record<ButtonSize, string>> = {
  small: 'px-2 py-0.5',
  usual: '',
  tall: 'h-11',
  large: 'px-6 py-2 text-lg',
};

interface Face {
  /** What a person most likely came to do; one of a group at most. */
  readonly isMain?: boolean;
  readonly size?: ButtonSize;
}

const faceOf = ({ isMain = false, size = 'usual' }: Face, className: string): string =>
  `button ${isMain ? 'button-main' : ''} ${SIZES[size]} ${className}`;

interface ButtonProps extends Omit<ComponentProps<'button'>, 'disabled' | 'type'>, Face {
  /**
   * Why it cannot be pressed now; null where it can. Left out of a button that always can: whether it is given must not
   * change while the button is there.
   */
  readonly off?: string | null;
  /** What it did before is still going on. */
  readonly isBusy?: boolean;
  readonly isSubmit?: boolean;
  /** Inside a button that may be off; `className` is for where it is put. */
  readonly look?: string;
}

/** A button. Its words are a verb and what happens: `Approve 5 dates`. */
export function Button({ off, look = '', className = '', ...rest }: ButtonProps) {
  return off === undefined ? (
    <PlainButton {...rest} className={className} />
  ) : (
    <ReasonedButton {...rest} off={off} look={look} className={className} />
  );
}

type PlainProps = Omit<ButtonProps, 'off' | 'look'>;

const PlainButton = ({ isMain, size, isBusy, isSubmit, className = '', ...rest }: PlainProps) => (
  <button
    {...rest}
    type={isSubmit ? 'submit' : 'button'}
    disabled={isBusy}
    className={faceOf({ isMain, size }, className)}
  />
);

/** A finger neither hovers nor leaves the focus behind: pressed while off, it shows the reason for so long. */
const SHOWN_MS = 5000;

function useAsked() {
  const [isAsked, setAsked] = useState(false);
  useEffect(() => {
    if (!isAsked) return;
    const timer = setTimeout(() => setAsked(false), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [isAsked]);
  return [isAsked, () => setAsked(true)] as const;
}

const Reason = ({ id, isShown, children }: { id: string; isShown: boolean; children: ReactNode }) => (
  <span
    id={id}
    className={`sheet pointer-events-none absolute bottom-full left-0 z-30 mb-1 w-max max-w-56 border-l-4 border-l-warning px-2 py-1 text-left text-note group-hover:block group-has-focus-visible:block ${isShown ? 'block' : 'hidden'}`}
  >
    {children}
  </span>
);

/**
 * A button that says why it is off: it can be reached by keys and touched like any other, and answers with the reason
 * instead of doing anything.
 */
function ReasonedButton({
  off,
  look = '',
  className = '',
  onClick,
  ...rest
}: PlainProps & { readonly off: string | null; readonly look?: string }) {
  const id = useId();
  const [isAsked, ask] = useAsked();
  const click = (event: MouseEvent<HTMLButtonElement>) => {
    if (off === null) return onClick?.(event);
    // Enter in a field of the form presses its button too.
    event.preventDefault();
    ask();
  };
  return (
    <span className={`group relative inline-grid ${className}`}>
      <PlainButton
        {...rest}
        className={look}
        aria-disabled={off !== null || undefined}
        aria-describedby={off === null ? rest['aria-describedby'] : id}
        onClick={click}
      />
      {off !== null && (
        <Reason id={id} isShown={isAsked}>
          {off}
        </Reason>
      )}
    </span>
  );
}

type ButtonLinkProps = ComponentProps<typeof Link> & Face;

/** A link that looks like a button: it leads to where something is begun. */
export const ButtonLink = ({ isMain, size, className = '', ...rest }: ButtonLinkProps) => (
  <Link {...rest} className={faceOf({ isMain, size }, className)} />
);

/** The same for what is no page of the application: a file, a letter, a part of this page. */
export const ButtonAnchor = ({ isMain, size, className = '', ...rest }: ComponentProps<'a'> & Face) => (
  <a {...rest} className={faceOf({ isMain, size }, className)} />
);

/** The label of a field that is not seen itself, such as one for a file. */
export const ButtonLabel = ({ isMain, size, className = '', ...rest }: ComponentProps<'label'> & Face) => (
  <label {...rest} className={faceOf({ isMain, size }, `cursor-pointer ${className}`)} />
);

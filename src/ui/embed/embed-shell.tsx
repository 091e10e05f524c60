import type { CSSProperties, ReactNode } from 'react';
import type { EmbedQuery } from '@/contracts/publishing/embed';
import { contrastOf } from '@/core/publishing/colours';

// Tells the page around the frame how high this is, now and whenever that changes.
const TELL_HEIGHT = `(() => {
  const tell = () => parent.postMessage({ kind: 'calendario-height', height: Math.ceil(document.getElementById('main').getBoundingClientRect().height) }, '*');
  addEventListener('message', ({ data }) => { if (data && data.kind === 'calendario-ask') tell(); });
  if (parent !== window) { new ResizeObserver(tell).observe(document.getElementById('main')); tell(); }
})()`;

/** A page that stands on somebody else's: in their colours, with nothing of ours around it. */
export function EmbedShell({
  look,
  nonce,
  children,
}: {
  look: Pick<EmbedQuery, 'paper' | 'ink' | 'accent'>;
  /** Of this page: no other inline script runs on it. */
  nonce: string | undefined;
  children: ReactNode;
}) {
  const { paper, ink, accent } = look;
  const mixed = (share: number) => `color-mix(in oklab, ${ink} ${share}%, ${paper})`;
  const style = {
    '--paper': paper,
    '--raised': paper,
    '--sunk': mixed(6),
    '--ink': ink,
    '--soft': mixed(82),
    '--rule': mixed(25),
    '--strong-rule': mixed(55),
    '--accent': accent,
    '--on-accent': contrastOf('#ffffff', accent) >= contrastOf('#000000', accent) ? '#ffffff' : '#000000',
    // On a ground of their choosing only their own ink is sure to be read.
    '--conflict': ink,
    '--warning': ink,
    background: paper,
    color: ink,
  } as CSSProperties;
  return (
    <>
      <main id="main" className="p-3" style={style}>
        {children}
      </main>
      <script nonce={nonce} dangerouslySetInnerHTML={{ __html: TELL_HEIGHT }} />
    </>
  );
}

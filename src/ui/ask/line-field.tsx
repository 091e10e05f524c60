'use client';
import { memo, useDeferredValue, useMemo, useRef, useState, type UIEvent } from 'react';
import { ownLanguage, t } from '@/contracts/language/translate';
import { meaningText } from '@/contracts/words/request-line';
import { GERMAN } from '@/core/request-line/grammar.de';
import { ENGLISH } from '@/core/request-line/grammar.en';
import type { Known, Reading } from '@/core/request-line/meaning';
import { MOST_LINE, readLine } from '@/core/request-line/read-line';
import { saidIn } from '@/core/request-line/said';
import { Button } from '@/ui/kit/button';
import { TextField } from '@/ui/kit/fields';
import type { AskForm } from './draft';
import { fieldsSaid, knownIn } from './fill-from-line';
import type { PartProps } from './part-props';

const read = (text: string, known: Known): Reading =>
  readLine(text, ownLanguage() === 'de' ? GERMAN : ENGLISH, known);

interface Mark {
  readonly text: string;
  readonly how: 'read' | 'unread' | 'joins';
}

/** The line in stretches as they were read, without a gap and without an overlap. */
function marksOf(text: string, { pieces, unread }: Reading): Mark[] {
  const stretches = [
    ...pieces.map(({ from, to }) => ({ from, to, how: 'read' as const })),
    ...unread.map(({ from, to }) => ({ from, to, how: 'unread' as const })),
  ].sort((a, b) => a.from - b.from || b.to - a.to);
  const marks: Mark[] = [];
  let at = 0;
  for (const { from, to, how } of stretches) {
    // A category inside the title is marked with it.
    if (from < at) continue;
    if (from > at) marks.push({ text: text.slice(at, from), how: 'joins' });
    marks.push({ text: text.slice(from, to), how });
    at = to;
  }
  return at < text.length ? [...marks, { text: text.slice(at), how: 'joins' }] : marks;
}

const MARK_FACE: Readonly<Record<Mark['how'], string>> = {
  read: 'underline decoration-2 underline-offset-4 decoration-(--accent)',
  unread: 'underline decoration-wavy decoration-2 underline-offset-4 decoration-conflict',
  joins: '',
};

interface LineInputProps {
  readonly text: string;
  readonly reading: Reading | null;
  setText(text: string): void;
  fill(): void;
}

/** The line to type in, with what was understood marked under the words themselves. */
function LineInput({ text, reading, setText, fill }: LineInputProps) {
  const behind = useRef<HTMLDivElement>(null);
  // The marks lie under the text and go where it goes.
  const follow = ({ currentTarget }: UIEvent<HTMLInputElement>) => {
    if (behind.current) behind.current.scrollLeft = currentTarget.scrollLeft;
  };
  return (
    <div className="relative min-w-0 flex-1">
      <TextField
        id="request-line"
        className="w-full"
        maxLength={MOST_LINE}
        placeholder={t`thu 14-16 potting studio 20 people round tables`}
        aria-describedby="request-line-read"
        autoComplete="off"
        value={text}
        onChange={({ target }) => setText(target.value)}
        onScroll={follow}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          fill();
        }}
      />
      <div
        ref={behind}
        aria-hidden="true"
        className="control pointer-events-none absolute inset-0 overflow-hidden border-transparent! bg-transparent! whitespace-pre text-transparent!"
      >
        {reading &&
          marksOf(text, reading).map(({ text: piece, how }, index) => (
            <span key={index} className={MARK_FACE[how]} data-read={how}>
              {piece}
            </span>
          ))}
      </div>
    </div>
  );
}

interface WasReadProps {
  readonly text: string;
  readonly reading: Reading | null;
  readonly known: Known;
}

const WasRead = ({ text, reading, known }: WasReadProps) => (
  <div id="request-line-read" aria-live="polite" className="mt-1 text-note">
    {!reading && <span className="text-soft">{t`Or fill in the fields below; both go together.`}</span>}
    {reading && reading.pieces.length > 0 && (
      <ul className="flex flex-wrap gap-x-4 gap-y-0.5">
        {reading.pieces.map((piece) => (
          <li key={`${piece.from} ${piece.kind}`}>
            <span className="text-soft">{text.slice(piece.from, piece.to)}</span> →{' '}
            {meaningText(piece, known)}
          </li>
        ))}
      </ul>
    )}
    {reading && reading.unread.length > 0 && (
      <p className="font-semibold text-conflict">{t`Not read: ${reading.unread.map(({ from, to }) => `“${text.slice(from, to)}”`).join(', ')}. Say it in the fields below.`}</p>
    )}
  </div>
);

/** One line that fills the form, and how each word of it is read, while it is typed. */
export const LineField = memo(function LineField({ form, choices }: Pick<PartProps, 'form' | 'choices'>) {
  const [text, setText] = useState('');
  const known = useMemo(() => knownIn(choices), [choices]);
  const late = useDeferredValue(text);
  const reading = useMemo(() => (late.trim() ? read(late, known) : null), [late, known]);
  const fill = () => {
    if (!text.trim()) return;
    const said = saidIn(read(text, known), known.today);
    for (const [name, value] of Object.entries(fieldsSaid(said, form.getValues(), choices)))
      form.setValue(name as keyof AskForm, value as never, { shouldDirty: true });
  };
  return (
    <div className="mb-4 border-l-4 border-strong-rule bg-sunk px-3 py-2">
      <label htmlFor="request-line" className="font-semibold">{t`In one line`}</label>
      <div className="flex gap-2">
        <LineInput text={text} reading={late === text ? reading : null} setText={setText} fill={fill} />
        <Button className="whitespace-nowrap" onClick={fill}>{t`Fill in`}</Button>
      </div>
      <WasRead text={late} reading={reading} known={known} />
    </div>
  );
});

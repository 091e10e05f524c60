import { t } from '@/contracts/language/translate';
import { listText } from '@/contracts/words/rule';
import type { CheckBody, CheckReply } from '@/contracts/requests/ask';
import type { Band } from '@/core/occupancy/bands';
import { BandDrawing } from '@/ui/drawing/band-drawing';
import { AskDateList } from './date-list';
import { DatesStrip } from './dates-strip';
import { FormWays } from './form-ways';
import type { PartProps } from './part-props';
import type { VerdictState } from './use-verdict';

/** How many dates there are and when the last one is: what a rule comes to. */
function extentText({ dates }: CheckReply): string | null {
  const last = dates[dates.length - 1];
  return dates.length > 1 && last ? t`${dates.length} dates, the last ${last.when}.` : null;
}

/** What has to be said yet, whatever the verdict is. */
const stillToSay = (missing: readonly string[]): string => t`Still to be said: ${listText(missing)}.`;

/** On a phone the details panel stands below the form: its first line is always in sight, and leads there. */
export function VerdictLine({ state, missing }: { state: VerdictState; missing: readonly string[] }) {
  const text =
    state.kind === 'checked'
      ? state.reply.summary
      : state.kind === 'incomplete'
        ? state.before
          ? t`Correct what is marked.`
          : ''
        : state.kind === 'refused'
          ? state.error.message
          : t`Checking …`;
  return (
    <a
      href="#verdict"
      className="verdict-bar sheet sticky bottom-0 z-30 mt-2 block border-t-4 border-t-accent px-3 py-2 font-semibold no-underline lg:hidden"
    >
      {text && <span>{text}</span>}{' '}
      {state.kind !== 'checking' && missing.length > 0 && (
        <span className="font-normal">{stillToSay(missing)}</span>
      )}{' '}
      <span className="font-normal text-soft underline">{t`Dates`}</span>
    </a>
  );
}

interface VerdictTextProps {
  readonly state: VerdictState;
  readonly missing: readonly string[];
}

const VerdictText = ({ state, missing }: VerdictTextProps) => (
  <div aria-live="polite" className="mt-1">
    {state.kind === 'incomplete' && state.before && (
      <p>
        <strong className="block text-conflict">{t`Correct what is marked beside the form.`}</strong>
        <span className="text-soft">{t`Until then, this was the answer to what you had before: ${state.before.summary}`}</span>
      </p>
    )}
    {state.kind === 'incomplete' && !state.before && (
      <p className="text-soft">{t`The answer comes here while you type.`}</p>
    )}
    {state.kind === 'checking' && <p className="text-soft">{t`Checking …`}</p>}
    {state.kind === 'refused' && (
      <>
        <p>{state.error.message}</p>
        {state.error.fields.map(({ path, message }) => (
          <p key={`${path} ${message}`} className="mt-1 text-note">
            {message}
          </p>
        ))}
      </>
    )}
    {state.kind === 'checked' && (
      <>
        <p className="text-lg font-semibold">{state.reply.summary}</p>
        <p className="text-note first-letter:uppercase">{state.reply.inWords}</p>
        {extentText(state.reply) && <p className="text-note">{extentText(state.reply)}</p>}
        {state.reply.notes.map((note) => (
          <p key={note} className="mt-1 text-note">
            {note}
          </p>
        ))}
      </>
    )}
    {state.kind !== 'checking' && missing.length > 0 && <p className="mt-2">{stillToSay(missing)}</p>}
  </div>
);

interface VerdictDetailsProps extends Pick<PartProps, 'form' | 'choices'> {
  readonly state: VerdictState;
  /** Labels of what is still to be said before it can be sent. */
  readonly missing: readonly string[];
  readonly bands: readonly Band[];
  readonly tzid: string;
  /** What was checked. */
  readonly body: CheckBody;
}

/** The details panel beside the form: rule in words, verdict, bands to scale, every date. */
export function VerdictDetails({ state, missing, bands, tzid, body, ...parts }: VerdictDetailsProps) {
  const checked = state.kind === 'checked' ? state.reply : null;
  const shown = checked ?? (state.kind === 'refused' ? null : 'before' in state ? state.before : null);
  return (
    <aside
      id="verdict"
      aria-label={t`Verdict`}
      className="sheet border-t-4 border-t-accent p-4 lg:sticky lg:top-3 lg:max-h-[calc(100dvh-1.5rem)] lg:overflow-y-auto"
    >
      <h2 className="text-xl">{t`Can it be done?`}</h2>
      <VerdictText state={state} missing={missing} />
      {bands.length > 0 && (
        <div className="mt-3 border-t border-rule pt-2">
          <p className="small-caps">{t`What it takes of the day`}</p>
          <BandDrawing bands={bands} tzid={tzid} hue="green" isForRequester />
        </div>
      )}
      {shown && (
        <div className={checked ? undefined : 'opacity-60'} aria-busy={state.kind === 'checking'}>
          <DatesStrip reply={shown} form={parts.form} />
          <AskDateList reply={shown} {...parts} />
        </div>
      )}
      {checked && <FormWays reply={checked} body={body} {...parts} />}
    </aside>
  );
}

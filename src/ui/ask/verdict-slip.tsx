import type { CheckReply } from '@/contracts/ask';
import type { Band } from '@/core/occupancy/bands';
import { BandDrawing } from '@/ui/board/band-drawing';
import { VerdictStamp } from '@/ui/primitives/verdict-stamp';
import type { VerdictState } from './use-verdict';

function Rungs({ reply }: { reply: CheckReply }) {
  return (
    <ol
      className="mt-3 max-h-[26rem] overflow-y-auto border-l-2 border-strong-rule"
      tabIndex={0}
      aria-label="Dates"
    >
      {reply.dates.map(({ key, when, verdict, findings }) => (
        <li
          key={key}
          className="relative border-b border-rule py-1.5 pl-4 before:absolute before:top-4 before:left-0 before:w-3 before:border-t-2 before:border-strong-rule"
        >
          <div className="flex items-baseline justify-between gap-2">
            <span>{when}</span>
            <VerdictStamp verdict={verdict} />
          </div>
          {findings.map(({ sentence, severity }) => (
            <p key={sentence} className={`mt-0.5 text-[0.93rem] ${severity === 'notes' ? 'text-soft' : ''}`}>
              {sentence}
            </p>
          ))}
        </li>
      ))}
    </ol>
  );
}

/** The slip beside the form: rule in words, verdict, bands to scale, every date. */
export function VerdictSlip({
  state,
  bands,
  tzid,
}: {
  state: VerdictState;
  bands: readonly Band[];
  tzid: string;
}) {
  return (
    <aside aria-label="Verdict" className="sheet border-t-4 border-t-accent p-4 lg:sticky lg:top-3">
      <h2 className="text-xl">Can it be done?</h2>
      <div aria-live="polite" className="mt-1">
        {state.kind === 'incomplete' && (
          <p className="text-soft">
            Give a space, the hours and how many people; the answer comes here while you type.
          </p>
        )}
        {state.kind === 'checking' && <p className="text-soft">Checking …</p>}
        {state.kind === 'refused' && <p>{state.error.message}</p>}
        {state.kind === 'checked' && (
          <>
            <p className="text-lg font-semibold">{state.reply.summary}</p>
            <p className="text-[0.95rem] first-letter:uppercase">{state.reply.inWords}</p>
            {state.reply.notes.map((note) => (
              <p key={note} className="mt-1 text-[0.95rem]">
                {note}
              </p>
            ))}
          </>
        )}
      </div>
      {bands.length > 0 && (
        <div className="mt-3 border-t border-rule pt-2">
          <p className="small-caps">What it takes of the day</p>
          <BandDrawing bands={bands} tzid={tzid} hue="green" />
        </div>
      )}
      {state.kind === 'checked' && <Rungs reply={state.reply} />}
    </aside>
  );
}

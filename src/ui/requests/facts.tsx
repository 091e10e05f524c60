import {
  fieldLabel,
  REQUEST_FIELD_NAMES,
  requestField,
  type RequestFieldSection,
} from '@/contracts/requests/request-fields';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { planHref } from '@/contracts/calendar/seating';
import type { RequestView, SpaceLine } from '@/contracts/requests/request-view';
import { BandDrawing } from '@/ui/drawing/band-drawing';
import { Mark } from '@/ui/kit/mark';
import { SafeHtml } from '@/ui/kit/safe-html';
import { FileList } from './file-list';
import { whoDid } from '@/contracts/words/history';
import { UndoButton } from './undo-button';

function Fact({
  term,
  className,
  children,
}: {
  term: string;
  className?: string;
  children: React.ReactNode;
}) {
  return (
    <div className={className}>
      <dt className="small-caps">{term}</dt>
      <dd>{children}</dd>
    </div>
  );
}

/** The plain texts that a part of the form asked for. */
const PlainFacts = ({ request, section }: { request: RequestView; section: RequestFieldSection }) =>
  REQUEST_FIELD_NAMES.filter((name) => {
    const { askedIn, isAlwaysShown } = requestField[name];
    return askedIn === section && (isAlwaysShown || request[name]);
  }).map((name) => (
    <Fact key={name} term={fieldLabel(name)} className="col-span-2">
      {request[name] ? <span className="whitespace-pre-wrap">{request[name]}</span> : t`none`}
    </Fact>
  ));

/** Who it is for and what it is called by. */
function Who({ request }: { request: RequestView }) {
  const { category, host, jointHosts, moreCategories, requester, typedBy, people } = request;
  return (
    <dl className="grid grid-cols-2 gap-3">
      <Fact term={t`Category`}>
        <span className="flex flex-wrap items-center gap-x-2 gap-y-1">
          <Mark mark={category.mark} hue={category.hue} /> {category.name}
          {moreCategories.map(({ name, mark, hue }) => (
            <span key={name} className="flex items-center gap-2">
              <Mark mark={mark} hue={hue} /> {name}
            </span>
          ))}
        </span>
      </Fact>
      <Fact term={jointHosts.length ? t`Hosts` : t`Host`}>
        {[host, ...jointHosts].map((name) => (
          <span key={name} className="block">
            {name}
          </span>
        ))}
      </Fact>
      <Fact term={t`People`}>{people}</Fact>
      <PlainFacts request={request} section="what" />
      <Fact term={t`Asked by`} className="col-span-2">
        {requester.name}, <span className="break-words text-soft">{requester.email}</span>
        {typedBy && <span className="block text-soft">{t`typed by ${typedBy}`}</span>}
      </Fact>
    </dl>
  );
}

const Answers = ({ answers }: { answers: RequestView['answers'] }) => (
  <ul>
    {answers.map(({ question, answer }) => (
      <li key={question}>
        <span className="text-soft">{question}</span> {answer}
      </li>
    ))}
  </ul>
);

interface EquipmentAskedProps {
  readonly equipment: readonly { readonly name: string; readonly quantity: number }[];
}

const EquipmentAsked = ({ equipment }: EquipmentAskedProps) => (
  <Fact term={t`Equipment`}>
    <ul>
      {equipment.map(({ name, quantity }) => (
        <li key={name}>
          {quantity} × {name}
        </li>
      ))}
    </ul>
  </Fact>
);

interface RunningOrderProps {
  readonly lines: readonly { readonly at: string; readonly text: string; readonly isPublic: boolean }[];
}

const RunningOrder = ({ lines }: RunningOrderProps) => (
  <Fact term={t`Running order`}>
    <ul>
      {lines.map(({ at, text, isPublic }) => (
        <li key={`${at} ${text}`}>
          {at} {text} {isPublic && <span className="text-soft">{t`(for readers)`}</span>}
        </li>
      ))}
    </ul>
  </Fact>
);

/** What it needs there. */
function Needs({ request }: { request: RequestView }) {
  const { equipment, services, answers, lines, wantsText, secondChoices, files } = request;
  return (
    <>
      {wantsText && <Fact term={t`The office chooses a space`}>{wantsText}</Fact>}
      {secondChoices.length > 0 && (
        <Fact term={t`Would do as well`}>
          <ol>
            {secondChoices.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ol>
        </Fact>
      )}
      {equipment.length > 0 && <EquipmentAsked equipment={equipment} />}
      {services.map(({ name, team, answers: given }) => (
        <Fact key={name} term={t`${name}, by ${team}`}>
          {given.length ? <Answers answers={given} /> : t`asked for`}
        </Fact>
      ))}
      {answers.length > 0 && (
        <Fact term={t`Answers`}>
          <Answers answers={answers} />
        </Fact>
      )}
      {lines.length > 0 && <RunningOrder lines={lines} />}
      <PlainFacts request={request} section="needs" />
      {files.length > 0 && (
        <Fact term={t`Files`}>
          <FileList files={files} />
        </Fact>
      )}
    </>
  );
}

function PublicText({ request: { publish, publicHtml, publicText } }: { request: RequestView }) {
  if (publicHtml) return <SafeHtml html={publicHtml} />;
  if (publicText) return <span className="whitespace-pre-wrap">{publicText}</span>;
  return publish ? t`title, time and space only` : t`readers never see it`;
}

interface HistoryLineProps {
  readonly changeSet: number;
  readonly when: string;
  readonly who: string;
  readonly what: string;
  readonly reason: string;
  readonly details: readonly string[];
  readonly canBeUndone: boolean;
}

const HistoryLine = ({ changeSet, when, who, what, reason, details, canBeUndone }: HistoryLineProps) => (
  <li>
    {when}: {whoDid(who, what)}
    {reason && <span className="text-soft"> “{reason}”</span>}
    {details.length > 0 && (
      <ul className="pl-4 text-soft">
        {details.map((detail) => (
          <li key={detail}>{detail}</li>
        ))}
      </ul>
    )}
    {canBeUndone && (
      <div className="no-print py-1">
        <UndoButton changeSet={changeSet} what={what} />
      </div>
    )}
  </li>
);

interface AskedSpaceProps {
  readonly space: SpaceLine;
  readonly tzid: string;
  readonly category: { readonly name: string; readonly mark: string; readonly hue: string };
}

const AskedSpace = ({ space, tzid, category }: AskedSpaceProps) => (
  <section className="mt-3 border-t border-rule pt-2">
    <p className="font-semibold">
      {space.name} <span className="font-normal text-soft">{space.building}</span>
    </p>
    <p>
      {t`${space.layout}, ${space.people} people`}
      {space.hasFloor && ' · '}
      {space.hasFloor && (
        <Link
          className="underline"
          href={planHref(space.code, {
            people: space.people,
            layout: space.layoutKind,
            ...(space.wheelchairs > 0 && { wheelchairs: space.wheelchairs }),
          })}
        >{t`See it set`}</Link>
      )}
    </p>
    <BandDrawing bands={space.bands} tzid={tzid} hue={category.hue} />
  </section>
);

/** Everything that was given, read-only; the setup notes are seen again at every step. */
export function RequestFacts({ request, tzid }: { request: RequestView; tzid: string }) {
  const { category, spaces, publish, history } = request;
  return (
    <aside aria-label={t`What was asked for`} className="sheet border-t-4 border-t-accent p-4">
      <Who request={request} />
      {spaces.map((space) => (
        <AskedSpace key={space.code} space={space} tzid={tzid} category={category} />
      ))}
      <dl className="mt-3 grid gap-3 border-t border-rule pt-2">
        <Needs request={request} />
        <Fact term={publish ? t`Published text` : t`Not published`}>
          <PublicText request={request} />
        </Fact>
        <Fact term={t`History`}>
          <ol>
            {history.map(({ changeSet, who, what, details, when, reason, canBeUndone }) => (
              <HistoryLine
                key={changeSet}
                changeSet={changeSet}
                when={when}
                who={who}
                what={what}
                reason={reason}
                details={details}
                canBeUndone={canBeUndone}
              />
            ))}
          </ol>
          {request.mayWrite && (
            <a
              href={`/api/requests/${request.reference}/history.csv`}
              download
            >{t`All of it as a table (CSV)`}</a>
          )}
        </Fact>
      </dl>
    </aside>
  );
}

import type { RequestView } from '@/contracts/request-view';
import { BandDrawing } from '@/ui/board/band-drawing';
import { Mark } from '@/ui/primitives/mark';

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

/** Everything that was given, read-only; the setup notes are seen again at every step. */
export function RequestFacts({ request, tzid }: { request: RequestView; tzid: string }) {
  const { category, host, requester, people, spaces, equipment, notes, publish, publicText, history } =
    request;
  return (
    <aside aria-label="What was asked for" className="sheet border-t-4 border-t-accent p-4">
      <dl className="grid grid-cols-2 gap-3">
        <Fact term="Category">
          <span className="flex items-center gap-2">
            <Mark mark={category.mark} hue={category.hue} /> {category.name}
          </span>
        </Fact>
        <Fact term="Lead host">{host}</Fact>
        <Fact term="People">{people}</Fact>
        <Fact term="Asked by" className="col-span-2">
          {requester.name}, <span className="break-words text-soft">{requester.email}</span>
        </Fact>
      </dl>
      {spaces.map((space) => (
        <section key={space.code} className="mt-3 border-t border-rule pt-2">
          <p className="font-semibold">
            {space.name} <span className="font-normal text-soft">{space.building}</span>
          </p>
          <p>
            {space.layout}, {space.people} people
          </p>
          <BandDrawing bands={space.bands} tzid={tzid} hue={category.hue} />
        </section>
      ))}
      <dl className="mt-3 grid gap-3 border-t border-rule pt-2">
        {equipment.length > 0 && (
          <Fact term="Equipment">
            <ul>
              {equipment.map(({ name, quantity }) => (
                <li key={name}>
                  {quantity} × {name}
                </li>
              ))}
            </ul>
          </Fact>
        )}
        <Fact term="Setup notes">
          {notes ? <span className="whitespace-pre-wrap">{notes}</span> : 'none'}
        </Fact>
        <Fact term={publish ? 'Published text' : 'Not published'}>
          {publicText ? (
            <span className="whitespace-pre-wrap">{publicText}</span>
          ) : publish ? (
            'title, hours and place only'
          ) : (
            'readers never see it'
          )}
        </Fact>
        <Fact term="History">
          <ol>
            {history.map(({ who, what, when, reason }, index) => (
              <li key={index}>
                {when}: {who} {what}
                {reason && <span className="text-soft"> “{reason}”</span>}
              </li>
            ))}
          </ol>
        </Fact>
      </dl>
    </aside>
  );
}

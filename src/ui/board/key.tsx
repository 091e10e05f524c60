import { t } from '@/contracts/language/translate';

// The board's own shapes, smaller: the key is one line under it.
const SAMPLE = 'relative inline-block h-[50px] align-middle [zoom:0.56]';

function Sample({ children, width }: { children: React.ReactNode; width: string }) {
  return (
    <span aria-hidden="true" className={`${SAMPLE} ${width}`}>
      {children}
    </span>
  );
}

const EventSample = () => (
  <li>
    <Sample width="w-44">
      <span className="reach reach-crew reach-setup left-0 w-8" />
      <span className="reach reach-host reach-access left-8 w-7" />
      <span data-hue="green" className="event-block left-15 w-14" />
      <span className="reach reach-host reach-exit left-29 w-7" />
      <span className="reach reach-crew reach-strike left-36 w-8" />
    </Sample>
    {t` setup · access · event · exit · strike`}
  </li>
);

/** The key of the board: bands, states and marks. */
export function BoardKey() {
  return (
    <div className="text-fine">
      <h2 className="sr-only">{t`Legend`}</h2>
      <ul className="flex flex-wrap items-center gap-x-5 gap-y-1 px-1">
        <EventSample />
        <li>
          <Sample width="w-10">
            <span data-hue="green" className="event-block event-waiting inset-x-0" />
          </Sample>
          {t` waiting for a decision`}
        </li>
        <li>
          <Sample width="w-10">
            <span className="event-block event-taken inset-x-0" />
          </Sample>
          {t` taken`}
        </li>
        <li>
          <Sample width="w-10">
            <span className="absolute inset-0 bg-sunk/70" />
            <span className="part-line inset-x-0" />
          </Sample>
          {t` taken through a space it is part of, or made of`}
        </li>
        <li>
          <Sample width="w-10">
            <span className="shade-closed absolute inset-0" />
          </Sample>
          {t` closed`}
        </li>
      </ul>
    </div>
  );
}

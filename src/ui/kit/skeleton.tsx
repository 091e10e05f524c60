import { t } from '@/contracts/language/translate';

/** Where something takes a while to be read: its head stands already, its lines are on the way. */
export const Skeleton = ({ title, lines = 8 }: { title?: string; lines?: number }) => (
  <div aria-busy="true">
    {title && <h1 className="pb-2 text-3xl">{title}</h1>}
    <p role="status" className="pb-2 text-soft">{t`Being read …`}</p>
    <div aria-hidden="true" className="sheet grid gap-4 p-4">
      {Array.from({ length: lines }, (_, index) => (
        <span
          key={index}
          className="h-4 animate-pulse bg-sunk motion-reduce:animate-none"
          style={{ width: `${90 - (index % 3) * 18}%` }}
        />
      ))}
    </div>
  </div>
);

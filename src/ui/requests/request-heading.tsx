import { t } from '@/contracts/language/translate';
import type { RequestView } from '@/contracts/requests/request-view';

export function RequestHeading({ request }: { request: RequestView }) {
  return (
    <header className="pb-3">
      <p className="text-soft">
        {t`Reference `}
        <strong className="text-ink">{request.reference}</strong>
      </p>
      <h1 className="text-3xl">{request.title}</h1>
      <p className="mt-1 text-lg">
        <span className="font-semibold first-letter:uppercase">{request.stateText}</span>
        <span className="text-soft"> · {request.whenText}</span>
      </p>
    </header>
  );
}

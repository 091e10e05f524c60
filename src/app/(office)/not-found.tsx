import { t } from '@/contracts/language/translate';
import { FullPageNote } from '@/ui/frame/full-page-note';

export default function NotFound() {
  return (
    <FullPageNote title={t`Page not found`}>
      <p>{t`There is no such page, request or calendar. Check the address or the reference; the office can help, its address is below.`}</p>
    </FullPageNote>
  );
}

import { t } from '@/contracts/language/translate';
import { FullPageNote } from '@/ui/frame/full-page-note';

export default function Forbidden() {
  return (
    <FullPageNote title={t`This is not yours to see`}>
      <p>{t`The page belongs to someone else, or is for other roles. If you think you should see it, ask the office: its address is below.`}</p>
    </FullPageNote>
  );
}

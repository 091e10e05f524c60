import { t } from '@/contracts/language/translate';
import { FullPageNote } from '@/ui/frame/full-page-note';

export default function Forbidden() {
  return (
    <FullPageNote title={t`This is not yours to see`}>
      <p>{t`The page belongs to somebody else, or to another part of the house. If you think it should be you, ask the office: its address is below.`}</p>
    </FullPageNote>
  );
}

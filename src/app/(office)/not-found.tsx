import { say } from '@/contracts/language/say';
import { FullPageNote } from '@/ui/frame/full-page-note';

export default function NotFound() {
  return (
    <FullPageNote title={say`Nothing stands here`}>
      <p>{say`There is no such page, request or calendar. Check the address or the reference; the office can help, its address is below.`}</p>
    </FullPageNote>
  );
}

import { OfficeFrame } from './(office)/office-frame';
import NothingThere from './(office)/not-found';

/** For addresses no page has. */
export default function NotFound() {
  return (
    <OfficeFrame>
      <NothingThere />
    </OfficeFrame>
  );
}

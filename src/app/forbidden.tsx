import { OfficeFrame } from './(office)/office-frame';
import NotYours from './(office)/not-yours';

/** For pages that are somebody else's, or of another part of the house. */
export default function Forbidden() {
  return (
    <OfficeFrame>
      <NotYours />
    </OfficeFrame>
  );
}

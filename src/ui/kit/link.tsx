import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A link within the application. Nothing is fetched before it is followed: every page asks the database for what is
 * true now, so what was fetched ahead would be thrown away, and the server would draw eight frames for each page seen.
 */
export default function Link(props: Omit<ComponentProps<typeof NextLink>, 'prefetch'>) {
  return <NextLink prefetch={false} {...props} />;
}

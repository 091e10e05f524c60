import type { Picture } from '@/contracts/calendar/pictures';

/** A picture as wide as there is room; its place is kept while it loads. */
export function PictureShown({ picture, className = '' }: { picture: Picture; className?: string }) {
  const { href, about, width, height } = picture;
  return (
    // Drawn to size by the server once and for all: nothing is left to do on the way.
    // eslint-disable-next-line @next/next/no-img-element
    <img
      src={href}
      alt={about}
      width={width}
      height={height}
      loading="lazy"
      className={`h-auto w-full border border-rule ${className}`}
    />
  );
}

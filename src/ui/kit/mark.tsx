/** The two-letter mark of a category in its colour; the colour is never the only sign. */
export function Mark({ mark, hue, className = '' }: { mark: string; hue: string; className?: string }) {
  return (
    <span
      data-hue={hue}
      aria-hidden="true"
      className={`hue-mark inline-flex h-5 min-w-6 shrink-0 items-center justify-center rounded-[1px] bg-(--hue) px-1 text-mini font-bold text-(--on-hue) ${className}`}
    >
      <span className="hue-letters">{mark}</span>
    </span>
  );
}

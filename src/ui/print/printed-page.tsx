import { t } from '@/contracts/language/translate';
import type { FontName, Mark, Page } from '@/core/printing/marks';

const FONTS: Readonly<Record<FontName, { family: string; weight: number }>> = {
  sans: { family: 'var(--font-sans)', weight: 400 },
  bold: { family: 'var(--font-sans)', weight: 600 },
  serif: { family: 'var(--font-serif)', weight: 600 },
};

const PrintedText = ({ mark }: { mark: Extract<Mark, { kind: 'text' }> }) => (
  <text
    x={mark.x}
    y={mark.baseline}
    fontSize={mark.size}
    fill={mark.ink}
    style={{
      fontFamily: FONTS[mark.font].family,
      fontWeight: FONTS[mark.font].weight,
      whiteSpace: 'pre',
    }}
  >
    {mark.text}
  </text>
);

const PrintedRect = ({ mark }: { mark: Extract<Mark, { kind: 'box' }> }) => (
  <rect
    x={mark.x}
    y={mark.y}
    width={mark.width}
    height={mark.height}
    fill={mark.fill ?? 'none'}
    stroke={mark.line ?? 'none'}
    strokeWidth={mark.lineWidth}
    strokeDasharray={mark.isDotted ? '2 2' : undefined}
  />
);

function Drawn({ mark }: { mark: Mark }) {
  switch (mark.kind) {
    case 'text':
      return <PrintedText mark={mark} />;
    case 'box':
      return <PrintedRect mark={mark} />;
    case 'disc':
      return (
        <circle
          cx={mark.x}
          cy={mark.y}
          r={mark.radius}
          fill={mark.fill ?? 'none'}
          stroke={mark.line}
          strokeWidth={mark.lineWidth}
        />
      );
    case 'line':
      return (
        <line
          x1={mark.x1}
          y1={mark.y1}
          x2={mark.x2}
          y2={mark.y2}
          stroke={mark.ink}
          strokeWidth={mark.lineWidth}
        />
      );
  }
}

/** A page as it will come out of the printer, and as it stands in the PDF: the same marks. */
export function PrintedPage({ page, number, of }: { page: Page; number: number; of: number }) {
  return (
    <svg
      role="img"
      aria-label={t`Page ${number} of ${of}`}
      viewBox={`0 0 ${page.width} ${page.height}`}
      // Points, so that it is as large on paper as it was laid out, and on the screen as on paper.
      style={{ width: `${page.width}pt`, aspectRatio: `${page.width} / ${page.height}` }}
      className="printed-page"
    >
      {page.marks.map((mark, index) => (
        <Drawn key={index} mark={mark} />
      ))}
    </svg>
  );
}

import { t } from '@/contracts/language/translate';
import type { FloorPlan } from '@/contracts/calendar/places';

/** Pixels a metre takes, the same in all plans, so that two can be compared by eye. */
const PX_PER_M = 9;
const PERSON_M = 0.5;
const PAD = 14;

interface BayNameProps {
  readonly bay: string;
  readonly x: number;
  readonly wide: number;
  readonly height: number;
}

const BayName = ({ bay, x, wide, height }: BayNameProps) => (
  <text x={x + wide / 2} y={PAD + height / 2} textAnchor="middle" fontSize={12} fill="var(--soft)">
    {bay}
  </text>
);

interface BayLineProps {
  readonly x: number;
  readonly height: number;
}

const BayLine = ({ x, height }: BayLineProps) => (
  <line
    x1={x}
    x2={x}
    y1={PAD}
    y2={PAD + height}
    stroke="var(--ink)"
    strokeWidth={1.5}
    strokeDasharray="5 4"
  />
);

interface OutlineProps {
  readonly width: number;
  readonly height: number;
  readonly isMeasured: boolean;
}

const Outline = ({ width, height, isMeasured }: OutlineProps) => (
  <rect
    x={PAD}
    y={PAD}
    width={width}
    height={height}
    fill="var(--paper)"
    stroke="var(--ink)"
    strokeWidth={isMeasured ? 3 : 2}
  />
);

interface FiveMetresProps {
  readonly height: number;
  readonly fiveM: number;
  readonly width: number;
}

const FiveMetres = ({ height, fiveM, width }: FiveMetresProps) => (
  <path
    d={`M ${PAD} ${PAD + height + 8} v 6 h ${Math.min(fiveM, width)} v -6`}
    fill="none"
    stroke="var(--soft)"
    strokeWidth={1.5}
  />
);

/** The floor to scale, with a person standing on it and a rule of five metres; a drawing, not a photograph. */
export function FloorPlanDrawing({
  plan,
  name,
  scale = 1,
}: {
  plan: FloorPlan;
  name: string;
  scale?: number;
}) {
  const { lengthM, widthM, bays, isMeasured } = plan;
  const total = bays.reduce((sum, { areaM2 }) => sum + areaM2, 0);
  const [width, height] = [lengthM * PX_PER_M, widthM * PX_PER_M];
  const parts = bays.map(({ name: bay, areaM2 }, index) => {
    const before = bays.slice(0, index).reduce((sum, each) => sum + each.areaM2, 0);
    return { bay, x: PAD + (before / total) * width, width: (areaM2 / total) * width };
  });
  const sides = `${lengthM.toFixed(1).replace('.0', '')} × ${widthM.toFixed(1).replace('.0', '')} m`;
  const fiveM = 5 * PX_PER_M;
  return (
    <figure>
      <svg
        role="img"
        aria-label={t`Floor of ${name}, about ${sides}${bays.length ? t`, made of ${bays.map((bay) => bay.name).join(', ')}` : ''}`}
        viewBox={`0 0 ${width + 2 * PAD} ${height + 2 * PAD + 18}`}
        style={{ width: (width + 2 * PAD) * scale, maxWidth: '100%' }}
      >
        <Outline width={width} height={height} isMeasured={isMeasured} />
        {parts.slice(1).map(({ bay, x }) => (
          <BayLine key={bay} x={x} height={height} />
        ))}
        {parts.map(({ bay, x, width: wide }) => (
          <BayName key={bay} bay={bay} x={x} wide={wide} height={height} />
        ))}
        <circle cx={PAD + 10} cy={PAD + height - 10} r={(PERSON_M / 2) * PX_PER_M} fill="var(--accent)" />
        <FiveMetres height={height} fiveM={fiveM} width={width} />
      </svg>
      <figcaption className="text-small text-soft">{t`${isMeasured ? sides : t`about ${sides}, drawn from its area`}; the dot is a person${width >= fiveM ? t`, the rule five metres` : ''}`}</figcaption>
    </figure>
  );
}

import { t } from '@/contracts/language/translate';
import { boundsOf, isDisc, type Rect } from '@/core/seating/plan/geometry';
import type { Piece } from '@/core/seating/plan/pieces';
import type { SeatingPlan } from '@/core/seating/plan/plan-seating';
import { type Door, type Room, doorZone } from '@/core/seating/plan/room';

const PAD_MM = 1300;
/** Figures are as large beside a large room as beside a small one. */
const LABEL_SHARE = 0.03;

interface Look {
  readonly fill: string;
  readonly stroke: string;
}
const LOOKS: Readonly<Record<Piece['kind'], Look>> = {
  chair: { fill: 'var(--ink)', stroke: 'none' },
  wheelchair: { fill: 'var(--accent)', stroke: 'var(--ink)' },
  round: { fill: 'var(--sunk)', stroke: 'var(--ink)' },
  trestle: { fill: 'var(--sunk)', stroke: 'var(--ink)' },
  desk: { fill: 'var(--sunk)', stroke: 'var(--ink)' },
  'exam-table': { fill: 'var(--sunk)', stroke: 'var(--ink)' },
  stage: { fill: 'var(--paper)', stroke: 'var(--ink)' },
};

/** A chair is drawn a little smaller than the floor it takes, so that two beside one another can be told apart. */
const CHAIR_INSET_MM = 45;

function PieceShape({ piece: { kind, shape } }: { piece: Piece }) {
  const inset = kind === 'chair' ? CHAIR_INSET_MM : 0;
  const look = { ...LOOKS[kind], strokeWidth: 40 };
  if (isDisc(shape)) return <circle cx={shape.cx} cy={shape.cy} r={shape.r - inset} {...look} />;
  const { x, y, w, h } = shape;
  return (
    <rect
      x={x + inset}
      y={y + inset}
      width={w - 2 * inset}
      height={h - 2 * inset}
      rx={kind === 'chair' ? 90 : 0}
      {...look}
    />
  );
}

const metres = (mm: number): string => t`${(mm / 1000).toFixed(2).replace(/0$/, '')} m`;

interface DoorGapProps {
  readonly offsetMm: number;
  readonly isUpright: boolean;
  readonly at: number;
  readonly w: number;
}

const DoorGap = ({ offsetMm, isUpright, at, w }: DoorGapProps) => (
  <line
    x1={isUpright ? at : offsetMm}
    x2={isUpright ? at : offsetMm + w}
    y1={isUpright ? offsetMm : at}
    y2={isUpright ? offsetMm + w : at}
    stroke="var(--paper)"
    strokeWidth={150}
  />
);

const DoorZone = ({ zone }: { readonly door: Door; readonly zone: Rect }) => (
  <rect
    x={zone.x}
    y={zone.y}
    width={zone.w}
    height={zone.h}
    fill="none"
    stroke="var(--soft)"
    strokeWidth={40}
    strokeDasharray="160 120"
  />
);

interface DrawingProps {
  readonly room: Room;
  readonly plan: SeatingPlan | null;
  readonly name: string;
}

/** The room to scale with all that stands in it, its doors, and the lengths of its sides. */
export function PlanDrawing({ room, plan, name }: DrawingProps) {
  const { widthMm, depthMm, doors, obstacles } = room;
  const stage = plan?.pieces.find(({ kind }) => kind === 'stage');
  const label = {
    fontSize: Math.max(widthMm, depthMm) * LABEL_SHARE,
    fill: 'var(--soft)',
    textAnchor: 'middle' as const,
  };
  return (
    <svg
      role="img"
      aria-label={t`Plan of ${name}, ${metres(widthMm)} by ${metres(depthMm)}${plan ? t`, with ${plan.seats} seats` : ''}`}
      viewBox={`${-PAD_MM} ${-PAD_MM} ${widthMm + 2 * PAD_MM} ${depthMm + 2 * PAD_MM}`}
      className="max-h-[31rem] w-full"
    >
      <rect width={widthMm} height={depthMm} fill="var(--raised)" stroke="var(--ink)" strokeWidth={120} />
      {doors.map((door) => {
        const zone = doorZone(room, door);
        return <DoorZone key={`${door.side} ${door.offsetMm}`} door={door} zone={zone} />;
      })}
      {doors.map(({ side, offsetMm, widthMm: w }) => {
        const isUpright = side === 'left' || side === 'right';
        const at = side === 'right' ? widthMm : side === 'bottom' ? depthMm : 0;
        return (
          <DoorGap
            key={`${side} ${offsetMm}`}

            offsetMm={offsetMm}
            isUpright={isUpright}
            at={at}
            w={w}
          />
        );
      })}
      {obstacles.map(({ x, y, w, h }) => (
        <rect key={`${x} ${y}`} x={x} y={y} width={w} height={h} fill="var(--soft)" />
      ))}
      {plan?.pieces.map((piece) => {
        const { x, y } = boundsOf(piece.shape);
        return <PieceShape key={`${piece.kind} ${x} ${y}`} piece={piece} />;
      })}
      {stage && (
        <text
          x={boundsOf(stage.shape).x + boundsOf(stage.shape).w / 2}
          y={boundsOf(stage.shape).y + boundsOf(stage.shape).h / 2 + 180}
          {...label}
        >{t`stage`}</text>
      )}
      <text x={widthMm / 2} y={-500} {...label}>
        {metres(widthMm)}
      </text>
      <text x={0} y={0} {...label} transform={`translate(-500 ${depthMm / 2}) rotate(-90)`}>
        {metres(depthMm)}
      </text>
    </svg>
  );
}

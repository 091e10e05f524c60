import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { planQuerySchema } from '@/contracts/calendar/seating';
import { permissionFor } from '@/server/auth/policy';
import { pageContext } from '@/server/http/page';
import { ownLayouts } from '@/server/use-cases/administration/stock/own-layouts';
import { spaceFloor } from '@/server/use-cases/calendar/space-floor';
import Link from '@/ui/kit/link';
import { SeatingPlanner } from '@/ui/seating/seating-planner';

export const metadata: Metadata = texts({ title: 'Set with' });

interface PlanPageProps {
  readonly params: Promise<{ code: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function PlanPage({ params, searchParams }: PlanPageProps) {
  const { code } = await params;
  const ctx = await pageContext('space.find', `/spaces/${code}/plan`);
  const floor = await spaceFloor(ctx, code);
  if (!floor.ok) notFound();
  const { name, code: known, building } = floor.value;
  return (
    <>
      <p className="pb-1">
        <Link href={`/spaces/${known}`}>
          {name}, {building}
        </Link>
      </p>
      <h1 className="pb-3 text-3xl">{t`How ${name} could be set`}</h1>
      <SeatingPlanner
        floor={floor.value}
        query={planQuerySchema.parse(await searchParams)}
        own={await ownLayouts(ctx.db)}
        mayKeep={permissionFor('administration.change', ctx.viewer) === 'allowed'}
      />
    </>
  );
}

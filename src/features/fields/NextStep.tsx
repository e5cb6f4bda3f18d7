import { useGlobalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { workStanding } from '@/core/workOrder';
import { usePartLater } from '@/data/session/documentParts';
import { useSession } from '@/data/session/session';
import { useNextIsShown, useWorkDone } from '@/data/workDone';
import { NextCard } from '@/ui/next/NextCard';

/** About what it takes, px. */
const HEIGHT = { compact: 150, whole: 208 } as const;

/** What is next on the open calibration, unless the builder has hidden it. */
export function NextStep({ compact = false }: { compact?: boolean }) {
  const { id } = useGlobalSearchParams<{ id: string }>();
  const router = useRouter();
  const document = usePartLater(useSession, (session) => session.history?.document ?? null);
  const done = useWorkDone(id, document);
  const [isShown, setShown] = useNextIsShown();
  if (!isShown || document === null) return null;
  // What stands below is not pushed from under a finger when it comes.
  if (done === null) return <View style={{ minHeight: compact ? HEIGHT.compact : HEIGHT.whole }} />;
  const { steps, next, doneSteps } = workStanding(document, done);
  return (
    <NextCard
      label={next.step.label}
      why={next.step.why}
      left={next.left}
      progress={`${doneSteps} of ${steps.length} steps done`}
      compact={compact}
      onGo={() => router.navigate(`/c/${id}/${next.step.page}` as '/')}
      onAll={() => router.navigate(`/c/${id}/path` as '/')}
      onHide={() => setShown(false)}
    />
  );
}

import { useGlobalSearchParams, useRouter } from 'expo-router';
import type { Calibration } from '@/core/calibration';
import { checkById, reviewed } from '@/core/checks';
import { useWaiting, waitingWords } from '@/data/session/waiting';
import { Button } from '@/ui/button/Button';
import { Message } from '@/ui/layout';

/** As many are named as are read at a glance. */
const NAMED = 3;

/** What is known and not cured, said in front of a simulation: text that waits in a field, and what is unwise. */
export function Standing({ document }: { document: Calibration }) {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const waiting = useWaiting(document);
  const titles = [
    ...new Set(
      reviewed(document)
        .open.filter(({ severity }) => severity === 'warns')
        .map((finding) => checkById(finding.id).title),
    ),
  ];
  const sentences = [...waiting.map(waitingWords), ...(titles.length === 0 ? [] : [standingWords(titles)])];
  if (sentences.length === 0) return null;
  return (
    <Message
      tone="warning"
      actions={<Button label="Look at them" onPress={() => router.navigate(`/c/${id}/review`)} />}
    >
      {sentences.join(' ')}
    </Message>
  );
}

/** What is unwise, by name: "To look at: a, b, c and 2 more." */
export function standingWords(titles: readonly string[]): string {
  const named = titles.slice(0, NAMED).join('; ');
  const more = titles.length - NAMED;
  return `To look at first: ${named}${more > 0 ? `; and ${more} more` : ''}.`;
}

import { useGlobalSearchParams, useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { type Calibration, compile } from '@/core/calibration';
import { findingKey, blockingFindings, findingWords, wayToFinding } from '@/core/checks';
import { useShownUnits } from '@/data/shownUnits';
import { Button } from '@/ui/button/Button';
import { Message, Page } from '@/ui/layout';
import { MissingList } from '@/ui/missing/MissingList';
import { Text } from '@/ui/text/Text';

interface Props {
  document: Calibration;
  heading: ReactNode;
  /** What is shown of a calibration that can be started. */
  children: ReactNode;
}

/** What a simulation shows while the calibration cannot be started: what is missing, or stands in the way. */
export function ReadyOnly({ document, heading, children }: Props) {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const [units] = useShownUnits();
  const compiled = compile(document);
  if (!compiled.ok) {
    return (
      <Page>
        {heading}
        <MissingList missing={compiled.missing} onGo={(path) => router.navigate(`/c/${id}/${path}` as '/')} />
      </Page>
    );
  }
  const inTheWay = blockingFindings(document);
  if (inTheWay.length === 0) return children;
  return (
    <Page>
      {heading}
      <Text kind="strong">Nothing is started while something stands in the way.</Text>
      {inTheWay.map((finding) => (
        <Message
          key={findingKey(finding)}
          tone="error"
          actions={
            <Button
              label="Put it right"
              onPress={() => router.navigate(`/c/${id}/${wayToFinding(finding)}` as '/')}
            />
          }
        >
          {findingWords(finding, units)}
        </Message>
      ))}
    </Page>
  );
}

import { useGlobalSearchParams, useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import type { SheetId } from '@/core/checks';
import { useAfterPaint, useDocumentAfter } from '@/data/session/documentParts';
import { useWaiting } from '@/data/session/waiting';
import { Button } from '@/ui/button/Button';
import { BackTitle, Page, StateMark, useWide } from '@/ui/layout';
import { BUILD_SECTIONS, sectionMark } from './sections';
import { TypingFrom } from '../fields/TypingFrom';

interface Props {
  id: SheetId;
  /** The section's picture and what its numbers mean. */
  beside: ReactNode;
  children: ReactNode;
}

/** A section of the build sheet: its fields, its picture beside them, and the way on to the next. */
export function SectionPage({ id, beside, children }: Props) {
  const router = useRouter();
  const wide = useWide();
  const { id: calibration } = useGlobalSearchParams<{ id: string }>();
  // Under each other it is out of sight: the fields do not wait for it.
  const isPainted = useAfterPaint();
  const at = BUILD_SECTIONS.findIndex((section) => section.id === id);
  const next = BUILD_SECTIONS[at + 1];
  const go = (path: string) => router.navigate(`/c/${calibration}/${path}` as '/');
  const onward = (
    <View style={{ flexDirection: 'row' }}>
      <Button
        label={next === undefined ? 'Next: Maps' : `Next: ${next.label}`}
        icon="arrow-right"
        onPress={() => go(next === undefined ? 'maps' : `build/${next.id}`)}
      />
    </View>
  );
  return (
    <Page
      beside={
        wide ? (
          beside
        ) : isPainted ? (
          <>
            {beside}
            {onward}
          </>
        ) : null
      }
    >
      <BackTitle
        title={BUILD_SECTIONS[at]?.label ?? id}
        backLabel="Back to the sections"
        onBack={() => go('build')}
        aside={<SheetMark id={id} />}
      />
      <TypingFrom />
      {children}
      {wide ? onward : null}
    </Page>
  );
}

/** How far the section has come: looked at behind the paint, since every check has a say in it. */
function SheetMark({ id }: { id: SheetId }) {
  const document = useDocumentAfter();
  return document === null ? null : <MarkOf document={document} id={id} />;
}

function MarkOf({ document, id }: { document: Calibration; id: SheetId }) {
  return <StateMark {...sectionMark(document, id, useWaiting(document))} />;
}

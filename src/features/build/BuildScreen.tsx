import { Page, useWide } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { EngineScreen } from './EngineScreen';
import { NextStep } from '../fields/NextStep';
import { NoteBox } from './NoteBox';
import { PathRow } from './PathRow';
import { SectionList } from './SectionList';

/** The build sheet's own page: its sections on a phone; wide, where they stand beside, the first of them. */
export function BuildScreen() {
  const wide = useWide();
  if (wide) return <EngineScreen />;
  return (
    <Page>
      <Heading level={2} kind="title">
        Build
      </Heading>
      <Text colour="muted">The engine as built, in the order of work.</Text>
      <NextStep />
      <SectionList />
      <PathRow />
      <NoteBox />
    </Page>
  );
}

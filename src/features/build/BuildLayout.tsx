import { Slot } from 'expo-router';
import { ListAndDetail } from '@/ui/layout';
import { NextStep } from '../fields/NextStep';
import { NoteBox } from './NoteBox';
import { PathRow } from './PathRow';
import { SectionList } from './SectionList';

/** The build sheet: sections at the left when wide. */
export function BuildLayout() {
  return (
    <ListAndDetail
      label="Sections"
      list={
        <>
          <NextStep compact />
          <SectionList />
          <PathRow />
          <NoteBox />
        </>
      }
    >
      <Slot />
    </ListAndDetail>
  );
}

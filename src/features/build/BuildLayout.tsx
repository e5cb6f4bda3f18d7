import { Slot } from 'expo-router';
import { ListAndDetail } from '@/ui/layout';
import { NoteBox } from './NoteBox';
import { SectionList } from './SectionList';

/** The build sheet: sections at the left when wide. */
export function BuildLayout() {
  return (
    <ListAndDetail
      label="Sections"
      list={
        <>
          <SectionList />
          <NoteBox />
        </>
      }
    >
      <Slot />
    </ListAndDetail>
  );
}

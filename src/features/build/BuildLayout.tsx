import { Slot } from 'expo-router';
import { ListAndDetail } from '@/ui/layout';
import { SectionList } from './SectionList';

/** The build sheet: sections at the left when wide. */
export function BuildLayout() {
  return (
    <ListAndDetail label="Sections" list={<SectionList />}>
      <Slot />
    </ListAndDetail>
  );
}

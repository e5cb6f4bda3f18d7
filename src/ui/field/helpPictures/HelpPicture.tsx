import type { HelpPictureId } from '@/core/field';
import { DeadTimePicture } from './DeadTimePicture';
import { RegulatorPicture } from './RegulatorPicture';
import { WheelPicture } from './WheelPicture';

const PICTURES: Readonly<Record<HelpPictureId, () => React.JSX.Element>> = {
  wheel: WheelPicture,
  regulator: RegulatorPicture,
  deadTime: DeadTimePicture,
};

/** A picture in the help of a field, where it says more than words. */
export function HelpPicture({ id }: { id: HelpPictureId }) {
  const Picture = PICTURES[id];
  return <Picture />;
}

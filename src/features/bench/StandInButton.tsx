import { useState } from 'react';
import { Button } from '@/ui/button/Button';
import { StandInSheet } from './StandInSheet';

/** Opens the stand-in’s controls over whatever page it stands on. */
export function StandInButton() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button label="Stand-in" icon="engine-outline" onPress={() => setOpen(true)} />
      {/* It follows the car five times a second: only while it is looked at. */}
      {open ? <StandInSheet onClose={() => setOpen(false)} /> : null}
    </>
  );
}

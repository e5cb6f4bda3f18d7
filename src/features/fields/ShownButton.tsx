import { Suspense, useState } from 'react';
import { Button } from '@/ui/button/Button';
import { IconButton } from '@/ui/button/IconButton';
import { laterPart } from '@/ui/later/laterPart';

const ShownSheet = laterPart(async () => (await import('./ShownSheet')).ShownSheet);

/** The way to how everything is shown: an icon in a bar, a word among buttons. */
export function ShownButton({ as = 'icon' }: { as?: 'icon' | 'units' }) {
  const [open, setOpen] = useState(false);
  const [asked, setAsked] = useState(false);
  const show = () => {
    setAsked(true);
    setOpen(true);
  };
  return (
    <>
      {as === 'icon' ? (
        <IconButton inBar icon="white-balance-sunny" label="How it is shown" onPress={show} />
      ) : (
        <Button label="Units" icon="tune-vertical" onPress={show} />
      )}
      {asked ? (
        <Suspense fallback={null}>
          <ShownSheet open={open} onClose={() => setOpen(false)} />
        </Suspense>
      ) : null}
    </>
  );
}

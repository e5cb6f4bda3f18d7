import { startTransition, useEffect, useState, type ReactNode } from 'react';

/** Its children, drawn behind what stands around them: what was asked for is seen to come before all of it has. */
export function Behind({ children }: { children: ReactNode }) {
  const [comes, come] = useState(false);
  useEffect(() => startTransition(() => come(true)), []);
  return comes ? children : null;
}

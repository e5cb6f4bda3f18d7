import { lazy, useState, type ComponentType } from 'react';

/** A component whose code comes when it is drawn first, or is fetched before. */
export type LaterPart<Props extends object> = ComponentType<Props> & { readonly fetch: () => void };

/**
 * A component whose code is fetched when it is drawn first. One that could not be fetched is asked for again when it is
 * drawn again, so that a lost connection is not the end of it. What stands in its place meanwhile is a Suspense around it.
 */
export function laterPart<Props extends object>(load: () => Promise<ComponentType<Props>>): LaterPart<Props> {
  let known: ComponentType<Props> | null = null;
  const coming = async () => {
    known = await load();
    return { default: known };
  };
  const asked = () =>
    lazy(async () => {
      try {
        return await coming();
      } catch (error) {
        part = asked();
        throw error;
      }
    });
  let part = asked();
  function LaterPart(props: Props) {
    // What is there already is drawn at once, without a moment of nothing; and it stays the same while it is drawn.
    const [Part] = useState<ComponentType<Props>>(() => known ?? (part as ComponentType<Props>));
    return <Part {...props} />;
  }
  return Object.assign(LaterPart, { fetch: () => void coming().catch(() => undefined) });
}

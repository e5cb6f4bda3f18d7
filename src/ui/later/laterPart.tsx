import { lazy, type ComponentType, type LazyExoticComponent } from 'react';

/**
 * A component whose code is fetched when it is drawn first. One that could not be fetched is asked for again when it is
 * drawn again, so that a lost connection is not the end of it. What stands in its place meanwhile is a Suspense around it.
 */
export function laterPart<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
): ComponentType<Props> {
  let part = asked();
  function asked(): LazyExoticComponent<ComponentType<Props>> {
    return lazy(async () => {
      try {
        return { default: await load() };
      } catch (error) {
        part = asked();
        throw error;
      }
    });
  }
  return function LaterPart(props: Props) {
    const Part = part as ComponentType<Props>;
    return <Part {...props} />;
  };
}

import { useEffect, useState, type ComponentType } from 'react';

/**
 * A part whose code comes when it is first shown; `what` is opened meanwhile. Not React's own `lazy`: that shows the part 0.3 s after the words in its
 * place at the earliest, however soon its code is there.
 */
export function later<P extends object>(load: () => Promise<ComponentType<P>>, what: string): ComponentType<P> {
  let Part: ComponentType<P> | null = null;
  return function Later(props: P) {
    const [, look] = useState<unknown>();
    useEffect(() => {
      if (Part) return;
      load().then(
        (part) => {
          Part = part;
          look({});
        },
        // Thrown where the page's own screen of failures takes it.
        (e: unknown) =>
          look(() => {
            throw e;
          }),
      );
    }, []);
    return Part ? <Part {...props} /> : <p className="muted p-4">Opening the {what}…</p>;
  };
}

import { useLayoutEffect, useState, type RefObject } from 'react';

export interface BoxSize {
  width: number;
  height: number;
}

/**
 * The size of an element in css px, followed as it changes. A change of `beside` makes it measured at once: what is drawn
 * for it then is not drawn for its former size first.
 */
export function useBoxSize(ref: RefObject<HTMLElement | null>, beside?: string): BoxSize {
  const [size, setSize] = useState<BoxSize>({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => {
      const { width, height } = element.getBoundingClientRect();
      setSize((old) => (old.width === width && old.height === height ? old : { width, height }));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref, beside]);
  return size;
}

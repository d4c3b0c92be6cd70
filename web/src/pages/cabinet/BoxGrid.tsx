import { Button } from '@mui/material';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Fragment, useEffect, useRef, type ReactNode } from 'react';
import type { Pages } from '../../api/lists.ts';
import { useBoxSize } from '../../parts/useBoxSize.ts';

/** Rows that are there above and below what is seen, so that a quick wheel finds them. */
const BEYOND = 6;

interface Props<T> {
  label: string;
  pages: Pages<T>;
  keyOf: (item: T) => string;
  /** a box is at least so wide, css px */
  least: number;
  /** and about so high */
  high?: number;
  /** between boxes, css px */
  gap?: number;
  /** what stands there when there is nothing */
  empty: ReactNode;
  children: (item: T) => ReactNode;
}

/** A list of the cabinet as boxes, or why there are none. */
export function BoxGrid<T>(props: Props<T>) {
  const { items, loading, error, again } = props.pages;
  if (items.length > 0) return <Rows {...props} />;
  if (loading) return <p className="note">opening the cabinet…</p>;
  if (!error) return props.empty;
  return (
    <div className="empty" role="alert">
      <h2>The cabinet does not open</h2>
      <span>{error.message}</span>
      <Button onClick={again}>Try again</Button>
    </div>
  );
}

/** Boxes in rows, of which only those exist that are seen or soon will be; reads on as its end comes near. */
function Rows<T>({ label, pages, keyOf, least, high = 188, gap = 14, children }: Props<T>) {
  const { items, more } = pages;
  const ref = useRef<HTMLDivElement>(null);
  const { width } = useBoxSize(ref);
  const columns = Math.max(1, Math.floor((width + gap) / (least + gap)));
  const count = Math.ceil(items.length / columns);
  const rows = useVirtualizer({
    count,
    getScrollElement: () => ref.current?.closest<HTMLElement>('.shelf') ?? null,
    estimateSize: () => high,
    gap,
    overscan: BEYOND,
  });
  const shown = rows.getVirtualItems();
  const last = shown.at(-1)?.index ?? -1;
  useEffect(() => {
    if (last >= count - BEYOND) more?.();
  }, [last, count, more]);
  return (
    <div ref={ref} role="feed" aria-label={label} className="grid" style={{ height: rows.getTotalSize() }}>
      {shown.map(({ index, key, start }) => (
        <div
          key={key}
          ref={rows.measureElement}
          data-index={index}
          className="boxes"
          style={{
            gap,
            gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
            transform: `translateY(${start}px)`,
          }}
        >
          {items.slice(index * columns, (index + 1) * columns).map((item) => (
            <Fragment key={keyOf(item)}>{children(item)}</Fragment>
          ))}
        </div>
      ))}
    </div>
  );
}

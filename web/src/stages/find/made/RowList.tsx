import { rowAt, type Figure, type RowPath, type Shapes } from '@amber-stamp/core/make';
import { useSortable } from '@dnd-kit/sortable';
import { GripIcon } from '../../../parts/icons.tsx';
import { SortList } from '../../../parts/SortList.tsx';
import { chooseRow, samePath, useChosenRows } from './chosen.ts';
import { moveRow, rowName, switchRow } from './figures.ts';

/** The rows of a drawing as they are listed: the highest first, a group's rows below it. */
function listed(rows: readonly Figure[], at: RowPath = []): RowPath[] {
  return rows
    .flatMap((row, k): RowPath[][] => [[[...at, k], ...(row.what === 'group' ? listed(row.rows, [...at, k]) : [])]])
    .reverse()
    .flat();
}

const tellOf = (row: Figure): string => {
  const said = [row.name ? row.what : ''];
  if (row.meets !== 'over') said.push(row.meets === 'cut' ? 'cuts' : row.meets);
  if (row.copies.count > 1) said.push(`${row.copies.count} ${row.copies.way === 'ring' ? 'in a ring' : 'times'}`);
  if (row.what === 'group') said.push(`${row.rows.length} rows`);
  return said.filter(Boolean).join(', ');
};

function Row({ row, path }: { row: Figure; path: RowPath }) {
  const id = path.join('.');
  const { setNodeRef, listeners, attributes, transform, transition } = useSortable({ id });
  const chosen = useChosenRows((s) => s.paths.some((other) => samePath(other, path)));
  return (
    <li
      ref={setNodeRef}
      className={`drawing-row ${chosen ? 'on' : ''} ${row.on ? '' : 'dim'}`}
      style={{
        transform: transform ? `translate3d(0, ${transform.y}px, 0)` : undefined,
        transition,
        paddingLeft: 16 * (path.length - 1),
      }}
      aria-label={rowName(row)}
    >
      <button className="grip" aria-label={`Move ${rowName(row)}`} {...attributes} {...listeners}>
        <GripIcon size={14} />
      </button>
      <button className="plain" aria-pressed={chosen} onClick={(e) => chooseRow(path, e.shiftKey)}>
        <b>{rowName(row)}</b> <i>{tellOf(row)}</i>
      </button>
      <button className="small" aria-pressed={row.on} onClick={() => switchRow(path, !row.on)}>
        {row.on ? 'hide' : 'show'}
      </button>
    </li>
  );
}

/** The rows of a drawing, the highest at the top; they are carried by the pointer or by keys, within their group. */
export function RowList({ shapes }: { shapes: Shapes }) {
  const paths = listed(shapes.rows);
  const ids = paths.map((path) => path.join('.'));
  const dropped = (from: number, to: number) => {
    const [a, b] = [paths[from], paths[to]];
    // a row stays in its group: what lies over a row of another one is that group's own place
    const at = b.slice(0, a.length);
    if (samePath(a.slice(0, -1), at.slice(0, -1))) moveRow(a, at[at.length - 1]);
  };
  return (
    <SortList ids={ids} onMove={dropped}>
      <ol className="drawing-rows" aria-label="Rows, the highest first">
        {paths.map((path) => {
          const row = rowAt(shapes.rows, path);
          return row && <Row key={path.join('.')} row={row} path={path} />;
        })}
      </ol>
    </SortList>
  );
}

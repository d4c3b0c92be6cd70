import { useDraggable, useDroppable } from '@dnd-kit/core';
import { memo, useState, type KeyboardEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { sendJson } from '../../api/client.ts';
import { NameField } from '../../parts/NameField.tsx';
import { orNotifyError } from '../../parts/messages.tsx';
import { did } from './deeds.ts';
import { shelfUrl, type Shelf } from './shelves.ts';

const change = (name: string, what: object) => sendJson('PATCH', `/drawers/${encodeURIComponent(name)}`, what);
const order = (names: readonly string[]) => sendJson('POST', '/drawers/order', { names });

/** Puts a drawer where another one is. */
export async function placeDrawer(name: string, at: number, names: readonly string[]): Promise<void> {
  const rest = names.filter((one) => one !== name);
  const next = [...rest.slice(0, at), name, ...rest.slice(at)];
  if (at < 0 || next.join('\n') === names.join('\n')) return;
  await order(next);
  did(`${name} has another place.`, () => order(names));
}

async function rename(from: string, to: string): Promise<void> {
  await change(from, { name: to });
  did(`The drawer ${from} is called ${to}.`, () => change(to, { name: from }));
}

async function remove(name: string): Promise<void> {
  await sendJson('DELETE', `/drawers/${encodeURIComponent(name)}`, {});
  did(`The drawer ${name} is taken away.`, () => sendJson('POST', '/drawers', { name }));
}

async function make(name: string): Promise<void> {
  await sendJson('POST', '/drawers', { name });
  did(`There is a drawer ${name}.`, () => sendJson('DELETE', `/drawers/${encodeURIComponent(name)}`, {}));
}

const Entry = ({ shelf, on }: { shelf: Shelf; on: boolean }) => (
  <Link to={shelfUrl(shelf)} className={on ? 'on' : ''} aria-current={on ? 'page' : undefined} draggable={false}>
    <b>{shelf.name}</b>
    <i>{shelf.count}</i>
  </Link>
);

interface DrawerProps {
  shelf: Shelf;
  on: boolean;
  names: readonly string[];
}

/** A drawer: brushes are dropped on it; it is carried to another place, renamed, and taken away when it is empty. */
function Drawer({ shelf, on, names }: DrawerProps) {
  const { drawer } = shelf;
  const navigate = useNavigate();
  const [renaming, setRenaming] = useState(false);
  const drop = useDroppable({ id: `into:${drawer}`, data: { drawer } });
  const drag = useDraggable({ id: `drawer:${drawer}`, data: { drawer } });
  const key = (event: KeyboardEvent) => {
    const at = names.indexOf(drawer);
    const step = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    if (event.altKey && step !== 0) orNotifyError(placeDrawer(drawer, Math.min(at + step, names.length - 1), names));
    else if (event.key === 'F2') setRenaming(true);
    else if (event.key === 'Delete') orNotifyError(remove(drawer));
    else return;
    event.preventDefault();
  };
  const end = (name: string | undefined) => {
    setRenaming(false);
    if (!name) return;
    orNotifyError(rename(drawer, name).then(() => on && navigate(shelfUrl({ ...shelf, key: `drawer:${name}` }))));
  };
  if (renaming)
    return (
      <NameField className="drawer-name" label={`Name of the drawer ${drawer}`} name={drawer} most={60} onEnd={end} />
    );
  return (
    <div
      ref={(node) => {
        drop.setNodeRef(node);
        drag.setNodeRef(node);
      }}
      className={`drawer ${drop.isOver ? 'over' : ''}`}
      title="Double-click or F2: rename. Alt with arrows, or carried: another place."
      onKeyDown={key}
      onDoubleClick={() => setRenaming(true)}
      {...drag.listeners}
    >
      <Entry shelf={shelf} on={on} />
    </div>
  );
}

/** The field that a new drawer is named in. */
function NewDrawer() {
  const [naming, setNaming] = useState(false);
  if (!naming)
    return (
      <button className="link new-drawer" onClick={() => setNaming(true)}>
        new drawer
      </button>
    );
  const end = (name: string | undefined) => {
    setNaming(false);
    if (name) orNotifyError(make(name));
  };
  return <NameField className="drawer-name" label="Name of the new drawer" name="" most={60} onEnd={end} />;
}

interface Props {
  drawers: readonly Shelf[];
  material: readonly Shelf[];
  chosen: Shelf;
}

/** The drawers and the material, at the left of the cabinet. */
export const Shelves = memo(({ drawers, material, chosen }: Props) => {
  const names = drawers.flatMap(({ drawer }) => drawer || []);
  return (
    <nav className="shelves" aria-label="Drawers and material">
      <h3>Drawers</h3>
      {drawers.map((s) =>
        s.drawer ? (
          <Drawer key={s.key} shelf={s} on={s.key === chosen.key} names={names} />
        ) : (
          <Entry key={s.key} shelf={s} on={s.key === chosen.key} />
        ),
      )}
      <NewDrawer />
      <h3>Material</h3>
      {material.map((s) => (
        <Entry key={s.key} shelf={s} on={s.key === chosen.key} />
      ))}
    </nav>
  );
});

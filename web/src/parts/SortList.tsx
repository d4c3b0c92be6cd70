import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import type { ReactNode } from 'react';

// the same objects at every rendering: other ones would have every item rendered anew
const POINTER = { activationConstraint: { distance: 4 } };
const KEYS = { coordinateGetter: sortableKeyboardCoordinates };

interface Props {
  ids: string[];
  /** told where an item came from and where it was dropped */
  onMove: (from: number, to: number) => void;
  children: ReactNode;
}

/** A list whose items are carried by the pointer or by keys. */
export function SortList({ ids, onMove, children }: Props) {
  const sensors = useSensors(useSensor(PointerSensor, POINTER), useSensor(KeyboardSensor, KEYS));
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => {
        if (over && active.id !== over.id) onMove(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
      }}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

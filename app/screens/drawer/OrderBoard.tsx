import { useState } from 'react';
import {
  DndContext,
  DragOverlay,
  KeyboardSensor,
  MouseSensor,
  pointerWithin,
  rectIntersection,
  TouchSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type Announcements,
  type CollisionDetection,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core';
import { GripVertical } from 'lucide-react';
import { ORDER_STATES, type Order, type OrderState, type PlannedOrder } from '@core/drawer';
import type { Piece } from '@core/piece';
import { shortDay } from './dayWords';
import { STATE_NAMES } from './OrderCard';

const isState = (id: unknown): id is OrderState => ORDER_STATES.some((s) => s === id);

/** A column is meant where the pointer is; led by keys, where the card is. */
const meant: CollisionDetection = (args) =>
  args.pointerCoordinates ? pointerWithin(args) : rectIntersection(args);

/** Arrows lead from one column to the next. */
const columnByColumn: KeyboardCoordinateGetter = (event, { currentCoordinates, context }) => {
  const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: 1, ArrowUp: -1 }[event.code];
  if (by === undefined) return undefined;
  event.preventDefault();
  const now = ORDER_STATES.findIndex((s) => s === context.over?.id);
  const next = ORDER_STATES[Math.min(ORDER_STATES.length - 1, Math.max(0, now + by))];
  const rect = next && context.droppableRects.get(next);
  const own = context.collisionRect;
  if (!rect || !own) return undefined;
  // Its middle comes onto the column's.
  return {
    x: currentCoordinates.x + rect.left + rect.width / 2 - (own.left + own.width / 2),
    y: currentCoordinates.y + rect.top + 40 - (own.top + own.height / 2),
  };
};

/** Orders by how far they are: they are dragged, or led by keys, from one column to another. */
export function OrderBoard({
  orders,
  planned,
  pieces,
  sumOf,
  set,
}: {
  orders: readonly Order[];
  planned: readonly PlannedOrder[];
  pieces: readonly Piece[];
  sumOf: (order: Order) => string | null;
  set: (order: Order) => void;
}) {
  const [dragged, setDragged] = useState<string | null>(null);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 4 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 180, tolerance: 8 } }),
    useSensor(KeyboardSensor, { coordinateGetter: columnByColumn }),
  );
  const nameOf = (id: unknown): string => {
    const order = orders.find((o) => o.id === id);
    return order && order.ref !== '' ? order.ref : 'The order';
  };
  const columnOf = (id: unknown): string => (isState(id) ? STATE_NAMES[id] : 'no column');
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${nameOf(active.id)} is taken up.`,
    onDragOver: ({ active, over }) => `${nameOf(active.id)} is over: ${columnOf(over?.id)}.`,
    onDragEnd: ({ active, over }) => `${nameOf(active.id)} is now ${columnOf(over?.id)}.`,
    onDragCancel: ({ active }) => `${nameOf(active.id)} stays as it was.`,
  };
  const held = orders.find((o) => o.id === dragged);
  const card = (order: Order) => (
    <Card
      order={order}
      planned={planned.find((p) => p.order.id === order.id)}
      pieces={pieces}
      sum={sumOf(order)}
    />
  );
  return (
    <DndContext
      id="orders"
      sensors={sensors}
      collisionDetection={meant}
      accessibility={{
        announcements,
        screenReaderInstructions: {
          draggable:
            'Space takes the order up, the arrows lead it to another column, Space puts it down there, Escape leaves it where it was.',
        },
      }}
      onDragStart={({ active }) => setDragged(String(active.id))}
      onDragCancel={() => setDragged(null)}
      onDragEnd={({ active, over }) => {
        setDragged(null);
        const order = orders.find((o) => o.id === active.id);
        if (order && isState(over?.id) && over.id !== order.state)
          set({ ...order, state: over.id });
      }}
    >
      <div className="grid gap-3 sm:grid-cols-3 lg:grid-cols-5" role="group" aria-label="Board">
        {ORDER_STATES.map((state) => (
          <Column key={state} state={state}>
            {orders
              .filter((o) => o.state === state)
              .map((order) => (
                <Movable key={order.id} order={order} name={`Move ${nameOf(order.id)}`}>
                  {card(order)}
                </Movable>
              ))}
          </Column>
        ))}
      </div>
      <DragOverlay>{held && <div className="rounded-lg shadow-lg">{card(held)}</div>}</DragOverlay>
    </DndContext>
  );
}

function Column({ state, children }: { state: OrderState; children: React.ReactNode[] }) {
  const { setNodeRef, isOver } = useDroppable({ id: state });
  return (
    <section
      ref={setNodeRef}
      aria-label={STATE_NAMES[state]}
      className={`min-h-32 rounded-xl border p-2.5 ${isOver ? 'border-patina bg-patina-wash' : 'border-line bg-panel'}`}
    >
      <h2 className="mb-2 px-1 text-sm font-semibold">
        {STATE_NAMES[state]} <span className="font-normal text-soft">{children.length}</span>
      </h2>
      <ul className="space-y-2">{children}</ul>
    </section>
  );
}

function Movable({
  order,
  name,
  children,
}: {
  order: Order;
  name: string;
  children: React.ReactNode;
}) {
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, isDragging } = useDraggable({
    id: order.id,
  });
  return (
    <li ref={setNodeRef} {...listeners} className={`relative ${isDragging ? 'opacity-40' : ''}`}>
      {children}
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        aria-label={name}
        className="absolute right-0.5 top-0.5 flex size-8 cursor-grab touch-none items-center justify-center rounded-md text-soft hover:bg-patina-wash"
      >
        <GripVertical size={16} aria-hidden="true" />
      </button>
    </li>
  );
}

function Card({
  order,
  planned,
  pieces,
  sum,
}: {
  order: Order;
  planned: PlannedOrder | undefined;
  pieces: readonly Piece[];
  sum: string | null;
}) {
  const nameOf = (id: string): string => pieces.find((p) => p.id === id)?.name ?? 'a deleted piece';
  return (
    <div className="cursor-grab rounded-lg border border-line bg-raised p-2.5 pr-8 text-sm">
      <div className="font-medium">{order.ref === '' ? 'Without a name' : order.ref}</div>
      {order.due !== null && (
        <div className={planned && planned.lateDays > 0 ? 'text-alert' : 'text-soft'}>
          for {shortDay(order.due)}
          {planned && planned.lateDays > 0 && `, late by ${planned.lateDays} d`}
        </div>
      )}
      <ul className="mt-1 text-xs text-soft">
        {order.lines.slice(0, 4).map((l, i) => (
          <li key={i}>
            {l.copies} × {nameOf(l.pieceId)}
          </li>
        ))}
        {order.lines.length > 4 && <li>and {order.lines.length - 4} more</li>}
      </ul>
      {sum !== null && <div className="mt-1 tabular-nums">{sum}</div>}
    </div>
  );
}

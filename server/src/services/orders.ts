import { AmberError } from '@amber-stamp/core/errors';
import { randomUUID } from 'node:crypto';

/** What a pack is to hold. */
export interface PackOrder {
  /** brushes, as they are kept when it is written */
  ids: string[];
  sources: boolean;
}

/** So many orders wait to be fetched; the oldest goes first. */
const MOST = 200;
const orders = new Map<string, PackOrder>();

/** Takes down what a pack is to hold; it is written while it is fetched. */
export function placeOrder(order: PackOrder): { id: string } {
  const id = randomUUID();
  orders.set(id, order);
  if (orders.size > MOST) orders.delete(orders.keys().next().value as string);
  return { id };
}

/** Throws `not-found` for an order that was never placed, or too long ago. */
export function orderOf(id: string): PackOrder {
  const order = orders.get(id);
  if (!order) throw new AmberError('not-found', 'There is no such order any more; ask for the pack once more.', id);
  return order;
}

const TYPED = new Set(['text', 'search', 'number', 'email', 'url', 'password']);

/** Whether keys go into a text. */
function typing(target: EventTarget | null): boolean {
  if (target instanceof HTMLInputElement) return TYPED.has(target.type);
  return target instanceof HTMLTextAreaElement || (target instanceof HTMLElement && target.isContentEditable);
}

/** Keys of the bench work wherever the focus is, on pegs, switches and answers too, but never while text is typed. */
export const EVERYWHERE = {
  enableOnFormTags: true,
  ignoreEventWhen: (event: KeyboardEvent): boolean => typing(event.target),
} as const;

/** Whether a key belongs to what is typed into, not to the application. */
export function isTyping(target: EventTarget | null) {
  return target instanceof HTMLElement && target.closest('input, textarea, select, [contenteditable]') !== null;
}

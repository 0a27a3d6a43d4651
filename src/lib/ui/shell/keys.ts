/** Whether a key press belongs to a field or dialog and must not be taken as a shortcut. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  return !!target?.closest('input, textarea, select, [contenteditable], [role="dialog"]');
}
export const isPlain = (event: KeyboardEvent): boolean =>
  !event.ctrlKey && !event.metaKey && !event.altKey && !isTyping(event);

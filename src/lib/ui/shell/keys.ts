/** Whether an event comes from within what a selector finds. */
export const within = ({ target }: Event, selector: string): boolean =>
  target instanceof Element && target.closest(selector) !== null;

/** Whether a key press belongs to a field or dialog and must not be taken as a shortcut. */
export function isTyping(event: KeyboardEvent): boolean {
  return within(event, 'input, textarea, select, [contenteditable], [role="dialog"]');
}
/** Whether arrows mean something to what has the focus: tabs, a menu, a list of choices. */
export const hasOwnArrows = (event: KeyboardEvent): boolean =>
  /^(Arrow|Home|End)/.test(event.key) &&
  within(event, '[role=tablist], [role=radiogroup], [role=listbox], [role=menu], [role=slider]');
/** Whether it belongs to a field that undoes its own text; boxes and lists have none. */
const isWriting = (event: KeyboardEvent): boolean =>
  isTyping(event) && !within(event, '[type="checkbox"], [type="radio"], [type="color"], select');
/** Whether a key alone was pressed, outside of fields. */
export const isPlain = (event: KeyboardEvent): boolean =>
  !event.ctrlKey && !event.metaKey && !event.altKey && !isTyping(event);
/** Whether a key takes the last change back or makes it again, outside of fields that undo their own text. */
function historyKey(event: KeyboardEvent): 'undo' | 'redo' | null {
  const key = event.key.toLowerCase();
  if (!(event.ctrlKey || event.metaKey) || isWriting(event)) return null;
  if (key === 'z') return event.shiftKey ? 'redo' : 'undo';
  return key === 'y' ? 'redo' : null;
}

/** Answers the keys for that by what a place can undo, and redo; whether it was one of them. */
export function takesHistoryKey(
  event: KeyboardEvent,
  place: { undo: () => unknown; redo?: () => unknown },
): boolean {
  const wanted = historyKey(event);
  if (!wanted || !place[wanted]) return false;
  event.preventDefault();
  void place[wanted]();
  return true;
}

/** What an arrow moves by with Shift, mm; without it by 1. */
export const FAR_MM = 10;
const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
/** How far an arrow key moves what lies in the hoop, mm, y up; null: it is none. */
export function arrowMove(event: KeyboardEvent): [dx: number, dy: number] | null {
  const by = ARROWS[event.key];
  if (!by || event.ctrlKey || event.metaKey || event.altKey) return null;
  const far = event.shiftKey ? FAR_MM : 1;
  return [far * by[0], far * by[1]];
}

const day = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
/** A due date as a list has room for: "by Wed 9 Dec". @param due by the maker's clock */
export const dueOn = (due: string): string => `by ${day.format(new Date(due))}`;
/** Whether a due date is over. @param due by the maker's clock @param now ms since 1970 */
export const isPast = (due: string, now: number): boolean => Date.parse(due) < now;

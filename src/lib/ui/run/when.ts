const hour = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const dayAndHour = new Intl.DateTimeFormat('en-GB', { weekday: 'long', hour: '2-digit', minute: '2-digit' });

/** A moment of the days to come, as the maker's clock says it: "21:05", "Friday 07:30". */
export const moment = (ms: number, now: number): string =>
  (new Date(ms).toDateString() === new Date(now).toDateString() ? hour : dayAndHour).format(ms);

/** Spreadsheets take a text that begins so as a formula; a figure with its sign is none. */
export const plainCell = (text: string): string =>
  /^[=+\-@\t]/.test(text) && !/^-?\d+([.,]\d+)?$/.test(text) ? `'${text}` : text;

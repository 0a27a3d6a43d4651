/**
 * What every room stands on: units of length and their words, results and problems, points and boxes, checks of ids and
 * timestamps. No craft here.
 */
export * from './best-order';
export * from './csv';
export * from './geometry';
export * from './grouped';
export * from './item-at';
export * from './log-sum';
export * from './oval';
export * from './money';
export * from './problem';
export * from './schema';
export * from './units';

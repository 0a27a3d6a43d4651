/**
 * Lists of the workshop as tables: machines, hoops, people, threads, bobbins, needles and stock, out as CSV and in again; what a
 * table would change is told before anything is.
 */
export { blankRow, type ListName, type RowOf } from './columns';
export { listCsv, readList, withRows, type ReadList } from './csv';

/**
 * Work on a made thing: where its edges and corners come in the hoop, what to mark on it, and how the next sewing goes on from
 * the last. mm from the middle of the thing as it lies before the maker, y up; degrees anticlockwise.
 */
export { clothOver, edgesInHoop, hoopOnThing, thingInHoop, type HoopEdge } from './in-hoop';
export { atEdges, fromEdges, fromNearest, marksOf, type Mark } from './marks';
export { atCorners, cornersMeeting, inARow, sewingNext } from './places';

import { ROLES, typedReading, type Reading } from '../reading';
import { decode } from './decode';

/** A reading of stops that were typed: how the whole is made follows from what each is for. @see typedReading */
export function readSheet(...stops: Parameters<typeof typedReading>): Reading {
  const reading = typedReading(...stops);
  const { blocks, extents } = reading;
  const said = blocks.map(({ role }) => ROLES.map((r) => (r === role.value ? 1 : 0)));
  const { techniques } = decode({ blocks, extents, hasCopies: false }, said);
  return { ...reading, techniques };
}

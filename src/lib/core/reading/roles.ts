import type { Box } from '../base';
import type { Follows } from './follow';
import type { RoleOverrides, RoleRule, SewnBeside, Unread } from './rule-context';
import { cover, lace, laceUnderlay, openCover, windows } from './rules-cover';
import { cutLine, decoration, finalOutline, marker, placement, quilting, seam, tackDown } from './rules-line';
import type { Role, RoleReading } from './types';

export type { RoleOverrides } from './rule-context';

/** In order: the first that speaks is believed. */
const RULES: RoleRule[] = [
  marker,
  laceUnderlay,
  lace,
  cover,
  openCover,
  cutLine,
  finalOutline,
  windows,
  quilting,
  tackDown,
  seam,
  placement,
  decoration,
];

/** Roles for all blocks, with reasons; the maker's own decisions stand and the rest is reasoned around them. */
export function readRoles(
  all: Unread[],
  follows: Follows,
  design: Box,
  overrides: RoleOverrides,
  sewnBeside: SewnBeside,
): RoleReading[] {
  const known: (Role | undefined)[] = all.map((b) => overrides[b.index]);
  return all.map((block) => {
    const own = overrides[block.index];
    if (own) return { value: own, confidence: 1, because: 'you said so', by: 'maker' };
    for (const rule of RULES) {
      const verdict = rule({ block, all, follows, design, known, sewnBeside });
      if (!verdict) continue;
      known[block.index] = verdict.value;
      return { ...verdict, by: 'reading' };
    }
    throw new Error('decoration always speaks');
  });
}

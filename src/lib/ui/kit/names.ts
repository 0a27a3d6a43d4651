import { formatDuration, formatRoughly } from '$lib/core/base';
import { MATERIAL_KINDS, MATERIALS } from '$lib/core/catalogue';
import { ROLES } from '$lib/core/reading';

/** Roles of blocks to choose from, as they are called. */
export const ROLE_NAMES = ROLES.map((role) => [role, role.replace('-', ' ')] as const);
/** Materials to choose from, as they are called. */
export const MATERIAL_NAMES = MATERIAL_KINDS.map((kind) => [kind, MATERIALS[kind].name] as const);

/** How long a step takes; of what only waits, how long it waits. */
export const durationWords = ({ seconds, waitSeconds }: { seconds: number; waitSeconds: number }): string =>
  waitSeconds && !seconds ? `waits ${formatRoughly(waitSeconds)}` : formatDuration(seconds);

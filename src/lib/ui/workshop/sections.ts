/** Sections of the workshop, in the order in which they are told. */
export const SECTIONS = [
  { href: '/workshop', name: 'Workroom' },
  { href: '/workshop/machines', name: 'Machines and hoops' },
  { href: '/workshop/people', name: 'People' },
  { href: '/workshop/thread', name: 'Thread' },
  { href: '/workshop/stock', name: 'Stock' },
  { href: '/workshop/numbers', name: 'Numbers' },
  { href: '/workshop/data', name: 'Data' },
] as const;

/** The places, in the order of work. Keys keep their number when places are added between. */
export const PLACES = [
  { id: 'bench', key: '1', name: 'Bench', href: '/', what: 'what is on, what next' },
  { id: 'builds', key: '2', name: 'Builds', href: '/builds', what: 'choose, bring in, score' },
  { id: 'cut', key: '3', name: 'Cut', href: '/cut', what: 'pieces, layouts, shopping' },
  { id: 'run', key: '6', name: 'Run', href: '/run', what: 'at the machine' },
  { id: 'log', key: '7', name: 'Log', href: '/log', what: 'what was done' },
  { id: 'workshop', key: 'w', name: 'Workshop', href: '/workshop', what: 'stock, machines, hoops, numbers' },
] as const;

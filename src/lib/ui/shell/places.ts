/**
 * The places, in the order of work. Keys keep their number when places are added between. `also`: other words by which a
 * maker may look for one.
 */
export const PLACES = [
  {
    id: 'bench',
    key: '1',
    name: 'Bench',
    href: '/',
    what: 'what is on, what next',
    also: 'start home today next',
  },
  {
    id: 'builds',
    key: '2',
    name: 'Builds',
    href: '/builds',
    what: 'choose, bring in, score',
    also: 'import tape file design project bundle',
  },
  {
    id: 'cut',
    key: '3',
    name: 'Cut',
    href: '/cut',
    what: 'pieces, layouts, shopping',
    also: 'shopping buy labels print layouts cloth',
  },
  {
    id: 'hoop',
    key: '4',
    name: 'Hoop',
    href: '/hoop',
    what: 'which hoop, how many',
    also: 'fit field frame repeats places arrange trace rows columns pitch',
  },
  {
    id: 'batch',
    key: '5',
    name: 'Batch',
    href: '/batch',
    what: 'orders, who does what when',
    also: 'order customer due date schedule plan calendar price quote deadline',
  },
  {
    id: 'run',
    key: '6',
    name: 'Run',
    href: '/run',
    what: 'at the machine',
    also: 'machine needle sew resume watch call',
  },
  { id: 'log', key: '7', name: 'Log', href: '/log', what: 'what was done', also: 'history past learn times' },
  {
    id: 'workshop',
    key: 'w',
    name: 'Workshop',
    href: '/workshop',
    what: 'machines, people, thread, stock, numbers',
    also: 'stock shelf settings backup restore import prices machine hoop numbers theme thread bobbin needle people hours',
  },
] as const;

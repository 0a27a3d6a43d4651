/** Items that are joined to each other, directly or by others; in the order of their first ones. */
export function grouped<T>(items: readonly T[], joined: (a: T, b: T) => boolean): T[][] {
  const groups: T[][] = [];
  for (const item of items) {
    const [into, ...rest] = groups.filter((g) => g.some((other) => joined(item, other)));
    if (!into) groups.push([item]);
    else {
      for (const g of rest) {
        into.push(...g);
        groups.splice(groups.indexOf(g), 1);
      }
      into.push(item);
    }
  }
  return groups;
}

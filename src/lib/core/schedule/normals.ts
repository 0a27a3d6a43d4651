/** Normal numbers from uniform ones, two at a time (G. Box, M. Muller 1958). */
export function normals(dice: () => number): () => number {
  let spare: number | null = null;
  return () => {
    if (spare !== null) {
      const kept = spare;
      spare = null;
      return kept;
    }
    const [radius, angle] = [Math.sqrt(-2 * Math.log(1 - dice())), 2 * Math.PI * dice()];
    spare = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
}

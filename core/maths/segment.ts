/** Share of a disc of radius R beyond a chord at a distance x from its middle: (R² acos(x/R) − x √(R² − x²)) / π R². Geometry. */
export function shareBeyond(radius: number, x: number): number {
  if (x >= radius) return 0;
  return (radius ** 2 * Math.acos(x / radius) - x * Math.sqrt(radius ** 2 - x ** 2)) / (Math.PI * radius ** 2);
}

/** Distance from the middle of a disc of radius 1 at which a straight edge leaves a share beyond it, by halving; share 0 to 0.5. */
export function edgeLeaving(share: number): number {
  let near = 0;
  let far = 1;
  for (let i = 0; i < 40; i++) {
    const middle = (near + far) / 2;
    if (shareBeyond(1, middle) > share) near = middle;
    else far = middle;
  }
  return (near + far) / 2;
}

declare module 'cuthill-mckee' {
  /**
   * An order of nodes that keeps neighbours near to each other.
   * @param links pairs of nodes, each in both directions
   * @returns for each node its new place
   */
  export default function cuthillMckee(
    links: readonly (readonly [number, number])[],
    n: number,
  ): number[];
}

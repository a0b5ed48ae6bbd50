declare module 'quadprog' {
  /** Minimises ½ xᵀDx − dᵀx with Aᵀx ≥ b; all arrays counted from 1, A by unknowns and then by rows. */
  export function solveQP(
    squares: readonly (readonly number[])[],
    aim: readonly number[],
    rows: readonly (readonly number[])[],
    least: readonly number[],
  ): { readonly solution: number[]; readonly Lagrangian: number[]; readonly message: string }
}

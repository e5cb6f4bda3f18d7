/** A cell is evidenced with so much weight of steady running, s. */
export const EVIDENCE_S = 2;
/** With so much it was touched, s. */
export const TOUCHED_S = 0.1;
/** A map is right where its evidenced cells are within this of the target, a share. */
export const RIGHT_WITHIN = 0.02;

/** A cell whose filling has changed by more than this since it was driven was not driven as it is, a share. */
export const DRIVEN_WITHIN = 0.005;

/** How much of where a drive was has evidence. */
export interface Coverage {
  /** Cells in which the drive spent {@link EVIDENCE_S} on warm running, steady or not. */
  readonly crossed: number;
  /** Those of them with evidence. */
  readonly evidenced: number;
}

/** Cells that a drive crossed, and those of them that it left evidence in. */
export function coverageOf(crossedS: Float64Array, evidenceS: Float64Array): Coverage {
  let crossed = 0;
  let evidenced = 0;
  crossedS.forEach((spentS, i) => {
    if (spentS < EVIDENCE_S) return;
    crossed += 1;
    if ((evidenceS[i] as number) >= EVIDENCE_S) evidenced += 1;
  });
  return { crossed, evidenced };
}

/** Thinnest and thickest wire that can be planned, in mm (40 ga to about 4 ga); of a rope over all its strands. */
export const WIRE_LIMITS_MM = { min: 0.08, max: 5 } as const;

/** A full turn of a rope is between so short and so long, mm. */
export const ROPE_TURN_MM = { min: 0.2, max: 500 } as const;

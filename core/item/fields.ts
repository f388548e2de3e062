import { z } from 'zod';
import { lengthField, type Field } from '../field';
import { beadSchema, type Bead } from './bead';
import { actsSchema, type Act } from './led/act';
import { madeOfSchema, type Thread } from './thread';

/** Beads in a pattern that repeats. */
export const beadsField = (most = 40): Field<Bead[]> => ({
  label: 'Beads',
  control: { as: 'beads', most },
  schema: z.array(beadSchema).min(1).max(40),
});

/** The wire that the item is made of: kept by its name, laid with what that is. */
export const threadField: Field<Thread> = {
  label: 'Its wire',
  control: { as: 'thread' },
  schema: madeOfSchema as unknown as z.ZodType<Thread>,
};

/** What is left of the second wire at each end to work with, and later trimmed or tucked. */
export const tailField = lengthField('Tail left at each end', 0, 300);

/** What a wire does that is led from place to place, in order. */
export const actsField: Field<Act[]> = {
  label: 'What it does, in order',
  control: { as: 'acts' },
  schema: actsSchema,
};

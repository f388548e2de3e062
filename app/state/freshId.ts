let count = 0;

/** A name for something of a record, such as a tool or a spool, that nothing else there has. */
export const freshId = (): string => `k${Date.now().toString(36)}${(count++).toString(36)}`;

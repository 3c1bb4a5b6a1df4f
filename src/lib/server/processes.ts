/** How many processes serve beside each other; each takes its share of connections and threads. */
export const processes = (): number => Math.max(1, Number(process.env['ZT_PROCESSES']) || 1);

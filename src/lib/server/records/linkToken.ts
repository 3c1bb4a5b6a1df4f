import { createHash, randomBytes } from 'node:crypto';

const TOKEN_BYTES = 24;

/** The token of a link that lets somebody in: 192 random bits. Only its hash is kept. */
export const newToken = (): string => randomBytes(TOKEN_BYTES).toString('base64url');
export const tokenHashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

import { X509Certificate } from 'node:crypto';

/** SHA-256 of the authority this house made for itself, as devices show it; none where it answers on its own machine alone. */
export const fingerprintTold = (): string | undefined =>
  process.env.IMMULGO_AUTHORITY
    ? new X509Certificate(process.env.IMMULGO_AUTHORITY).fingerprint256
    : undefined;

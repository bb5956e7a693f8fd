export const isolationHeaders: Readonly<Record<string, string>>;
export function contentSecurityPolicy(nonce: string): string;

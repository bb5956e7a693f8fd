export const isolationHeaders: Readonly<Record<string, string>>;
export const stepWorkerPolicy: string;
export function contentSecurityPolicy(nonce: string): string;

/** What a line is. The order is that of strength: where two lines lie on one another, the earlier role stays. */
export const ROLES = ['cut', 'ground', 'outline', 'edge', 'surface', 'far', 'overhead', 'hidden', 'note'] as const;
export type Role = (typeof ROLES)[number];
export const roleIndex = (role: Role): number => ROLES.indexOf(role);

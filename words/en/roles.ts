/** What a role is called; the word that is kept for a viewer is older. */
export const roleName = (role: string): string => (role === 'looker' ? 'viewer' : role);

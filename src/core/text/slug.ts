/** A name as an id may be: small letters, digits and single dashes, at most so many. @param otherwise where nothing is left */
export const slug = (name: string, { most = 40, otherwise }: { most?: number; otherwise: string }): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, most) || otherwise

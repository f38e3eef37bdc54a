/** A name that nobody else draws, 16 hexadecimal digits. Any page may draw one, trusted or not. */
export const randomName = (): string =>
  [...crypto.getRandomValues(new Uint8Array(8))].map(b => b.toString(16).padStart(2, '0')).join('')

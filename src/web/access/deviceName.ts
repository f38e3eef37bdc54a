/** What a device is called when nobody says otherwise, by what its browser tells of it. */
export function deviceName(): string {
  const agent = navigator.userAgent,
    touch = navigator.maxTouchPoints > 1
  // Tablets call themselves computers; a finger tells them.
  if (/Mobile/.test(agent) && !/Tablet/.test(agent)) return 'Telephone'
  return touch ? 'Tablet' : 'Computer'
}

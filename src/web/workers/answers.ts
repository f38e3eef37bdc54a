/** Where the service worker keeps the workshop's last answers, for when it is away. */
export const ANSWERS = 'snugbolt-answers'

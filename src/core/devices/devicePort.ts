/** Where devices of the line protocol connect when nothing else is said. */
export const DEVICE_PORT = 4190

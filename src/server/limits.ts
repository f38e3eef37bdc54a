/** The largest build, as the bytes of its document: the same whichever way it comes in, and however it is saved [our choice: a full log with ten years of readings is a tenth of it]. */
export const LARGEST_BUILD = 8 * 1024 * 1024
/** The largest body of a save: the document and what can be taken back of it. */
export const LARGEST_SAVE = LARGEST_BUILD + 2 * 1024 * 1024
/** The largest body of anything else. */
export const LARGEST_BODY = 4 * 1024 * 1024
/** Photos and other files of one build. */
export const MOST_ATTACHMENTS = 2000

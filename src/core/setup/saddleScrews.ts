/** Pitch of saddle height screws, mm a turn [published: ISO 261 coarse; ASME B1.1]. */
export const SADDLE_SCREW_PITCH: Record<string, number> = { M3: 0.5, M4: 0.7, '#4-40': 0.635, '#6-32': 0.79375 }

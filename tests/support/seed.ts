import fc from 'fast-check'

/**
 * Generated cases are the same in every run, so that a red run is about the change at hand. Others are looked for on
 * purpose: `SNUGBOLT_SEED=$RANDOM npx vitest run --project unit`.
 */
fc.configureGlobal({ seed: Number(process.env.SNUGBOLT_SEED ?? 2026) })

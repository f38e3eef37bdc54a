#!/usr/bin/env node
import { fileURLToPath } from 'node:url'
import { register } from 'tsx/esm/api'

register({ tsconfig: fileURLToPath(new URL('../tsconfig.json', import.meta.url)) })
const { main } = await import('../src/cli/main.ts')
process.exitCode = await main(process.argv.slice(2))

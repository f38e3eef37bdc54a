// For developers: the server from its sources, and the interface with hot reload.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { packages, root } from './prepare.mjs'

packages()
const children = [
  spawn(
    process.execPath,
    ['--watch-path=src/server', '--watch-path=src/core', '--import', 'tsx', 'src/server/main.ts', '--demo'],
    { cwd: root, stdio: 'inherit' },
  ),
  spawn(process.execPath, [join(root, 'node_modules/vite/bin/vite.js')], { cwd: root, stdio: 'inherit' }),
]
const stop = () => children.forEach(c => c.kill())
for (const s of ['SIGINT', 'SIGTERM']) process.on(s, stop)
for (const c of children) c.on('exit', stop)

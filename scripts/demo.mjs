// Installs, builds, and serves the application with the demo workshop.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { built, packages, root } from './prepare.mjs'

packages()
built()
const server = spawn(process.execPath, [join(root, 'dist/server/main.js'), '--demo'], {
  cwd: root,
  stdio: 'inherit',
})
for (const s of ['SIGINT', 'SIGTERM']) process.on(s, () => server.kill(s))
server.on('exit', code => process.exit(code ?? 1))

import type { Role } from './roles.ts'

/**
 * Who may use each route of the API: the least role, `nobody` where anybody may. A bench works on builds and the shelf; it
 * does not delete for good, change settings, take the whole workshop away, or say who is let in. What has no rule is its
 * owner's alone, and turns a test red.
 */
export const RULES: Readonly<Record<string, Role>> = {
  'GET /health': 'nobody',
  'GET /ready': 'nobody',
  'GET /access/me': 'nobody',
  'DELETE /access/me': 'bench',
  'POST /access/pair': 'nobody',
  'GET /access/devices': 'owner',
  'DELETE /access/devices/:id': 'owner',
  'POST /access/pairings': 'owner',
  'GET /access/pairings/:id': 'owner',
  'DELETE /access/pairings/:id': 'owner',
  // One page of one build, by a link.
  'GET /guest': 'guest',
  'GET /guest/photos/:hash': 'guest',
  'POST /guest/approve': 'guest',
  'GET /guest-links': 'owner',
  'POST /guest-links': 'owner',
  'DELETE /guest-links/:id': 'owner',
  'GET /live': 'bench',
  'POST /live/show': 'bench',
  'PUT /live/shown/:page': 'bench',
  'PUT /live/here/:page': 'bench',
  'DELETE /live/here/:page': 'bench',
  'GET /network': 'owner',
  'PUT /network': 'owner',
  'GET /network/trust': 'nobody',
  'GET /network/authority.crt': 'nobody',
  'GET /backup': 'owner',
  'GET /builds': 'bench',
  'POST /builds': 'bench',
  'GET /builds/:id/file.zip': 'bench',
  'GET /builds/:id': 'bench',
  'PUT /builds/:id': 'bench',
  // Put away for a month, and to be had back.
  'DELETE /builds/:id': 'bench',
  'POST /builds/:id/archive': 'bench',
  'POST /builds/:id/restore': 'bench',
  'GET /builds/:id/plan.ics': 'bench',
  'GET /builds/:id/templates': 'bench',
  'GET /builds/:id/templates/:file': 'bench',
  'POST /attachments': 'bench',
  'GET /attachments/:hash': 'bench',
  'GET /demo': 'bench',
  'POST /demo': 'owner',
  'DELETE /demo': 'owner',
  'GET /settings': 'bench',
  'PUT /settings': 'owner',
  'GET /shelf': 'bench',
  'GET /shelf/index': 'bench',
  'GET /shelf/:id': 'bench',
  'POST /shelf': 'bench',
  'PUT /shelf/:id': 'bench',
  'DELETE /shelf/:id': 'owner',
  'GET /safety': 'owner',
  'POST /safety/look': 'owner',
  'GET /devices': 'bench',
  'GET /devices/events': 'bench',
  'PUT /devices/:id/in': 'bench',
  'DELETE /devices/:id/in': 'bench',
  'PUT /devices/hand/:sort': 'bench',
  'DELETE /devices/hand/:sort': 'bench',
  'GET /supplier/catalogue': 'bench',
  'GET /supplier/orders': 'bench',
  'POST /supplier/orders': 'bench',
}

/** The rules as addresses are matched: those without parameters before those with. */
const MATCHERS = Object.entries(RULES)
  .map(([route, role]) => {
    const [method, path] = route.split(' ') as [string, string]
    return { method, role, open: path.includes(':'), like: new RegExp(`^${path.replace(/:\w+/g, '[^/]+')}/?$`) }
  })
  .sort((a, b) => Number(a.open) - Number(b.open))

/** The least role for a request; its owner's where no rule says otherwise. A head is asked for as what it is the head of. */
export function ruleFor(method: string, path: string): Role {
  const asked = method === 'HEAD' ? 'GET' : method
  return MATCHERS.find(m => m.method === asked && m.like.test(path))?.role ?? 'owner'
}

import type { Role } from '../core/job/types'

const everyone: Role[] = ['technician', 'lead', 'desk', 'admin']

/**
 * Who may call what. Every API route stands here, and the route wrapper reads it; a test walks routes × roles and holds this list against
 * the files.
 */
export const access = {
  'GET /api/health': 'public',
  'GET /api/session': 'public',
  'POST /api/session': 'public',
  'DELETE /api/session': 'public',
  'POST /api/setup': 'public',
  'GET /api/schemas/pack': 'public',
  'GET /api/search': everyone,
  'GET /api/families': everyone,
  'GET /api/sheets': everyone,
  'GET /api/sheets/:id': everyone,
  'GET /api/sheets/:id/vehicles': everyone,
  'GET /api/sheets/:id/revisions': everyone,
  'POST /api/sheets/:id/revisions': ['lead', 'admin'],
  'GET /api/sheets/:id/notes': everyone,
  'POST /api/sheets/:id/notes': everyone,
  'POST /api/notes/:id/set-aside': ['lead', 'admin'],
  'POST /api/packs': ['lead', 'admin'],
  'POST /api/packs/preview': ['lead', 'admin'],
  'GET /api/packs/export': everyone,
  'GET /api/packs/fittings.csv': everyone,
  'GET /api/packs/fluids.csv': everyone,
  'POST /api/vehicles': everyone,
  'GET /api/vehicles/:id': everyone,
  'POST /api/vehicles/:id/traits': everyone,
  'GET /api/jobs': everyone,
  'POST /api/jobs': everyone,
  'GET /api/jobs/stream': everyone,
  'GET /api/jobs/:id': everyone,
  'POST /api/jobs/:id/events': everyone,
  'GET /api/jobs/:id/stream': everyone,
  'GET /api/jobs/:id/record.json': everyone,
  'GET /api/jobs/:id/record.pdf': everyone,
  'GET /api/jobs/:id/torques.csv': everyone,
  'GET /api/jobs/:id/fluids.csv': everyone,
  'POST /api/jobs/:id/photos': everyone,
  'GET /api/photos/:id': everyone,
  'GET /api/backups': ['lead', 'admin'],
  'GET /api/devices': ['lead', 'admin'],
  'PATCH /api/devices/:id': ['lead', 'admin'],
  'DELETE /api/devices/:id': ['lead', 'admin'],
  'GET /api/sign-ins': everyone,
  'DELETE /api/sign-ins/:id': everyone,
  'GET /api/audit': ['admin'],
  'GET /api/people': ['admin', 'lead'],
  'POST /api/people': ['admin'],
  'PATCH /api/people/:id': ['admin'],
  'PUT /api/wrench': everyone,
  'GET /api/practice': everyone,
  'POST /api/practice': everyone,
  'PUT /api/judgement': ['lead', 'admin'],
  'PUT /api/lift': ['lead', 'admin'],
  'POST /api/compute/:name': everyone,
} as const satisfies Record<string, 'public' | Role[]>

export type RouteKey = keyof typeof access

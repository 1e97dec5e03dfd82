import { createHash, randomBytes } from 'node:crypto'
import { QueryTypes, type Sequelize } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import type { Invitation, InvitedRole } from '@kavrell/contract'

const tokenHash = (token: string) => createHash('sha256').update(token).digest('hex')

/** What a link leads to, while it holds. */
export interface OpenInvitation {
  readonly id: string
  readonly productionId: string
  readonly title: string
  readonly role: InvitedRole
}

/** Links by which people join one production in one role. Only a hash of each is kept. */
export function openInvitations(database: Sequelize) {
  const ask = <T extends object>(sql: string, replacements: Record<string, unknown>) =>
    database.query<T>(sql, { replacements, type: QueryTypes.SELECT })
  return {
    async create(
      by: string,
      productionId: string,
      role: InvitedRole,
      minutes: number,
    ): Promise<{ id: string; token: string }> {
      const id = uuidv7()
      const token = randomBytes(16).toString('base64url')
      await ask(
        `INSERT INTO invitation (id, "tokenHash", "productionId", role, "createdBy", "expiresAt")
         VALUES (:id, :hash, :productionId, :role, :by, now() + make_interval(mins => :minutes)) RETURNING id`,
        { id, hash: tokenHash(token), productionId, role, by, minutes },
      )
      return { id, token }
    },

    /** Null for a link that was never given, has expired or was withdrawn: which of these is nobody's business. */
    async read(token: string): Promise<OpenInvitation | null> {
      const [row] = await ask<OpenInvitation>(
        `SELECT i.id, i."productionId", p.title, i.role FROM invitation i JOIN production p ON p.id = i."productionId"
         WHERE i."tokenHash" = :hash AND i."expiresAt" > now() AND i."withdrawnAt" IS NULL`,
        { hash: tokenHash(token) },
      )
      return row ?? null
    },

    async countJoined(id: string): Promise<void> {
      await ask('UPDATE invitation SET joined = joined + 1 WHERE id = :id RETURNING id', { id })
    },

    list: (productionId: string): Promise<Invitation[]> =>
      ask<Invitation>(
        `SELECT id, role, "createdBy", "expiresAt", joined FROM invitation
         WHERE "productionId" = :productionId AND "withdrawnAt" IS NULL AND "expiresAt" > now() ORDER BY id DESC`,
        { productionId },
      ),

    async withdraw(productionId: string, id: string): Promise<boolean> {
      const rows = await ask(
        'UPDATE invitation SET "withdrawnAt" = now() WHERE id = :id AND "productionId" = :productionId AND "withdrawnAt" IS NULL RETURNING id',
        { id, productionId },
      )
      return rows.length > 0
    },
  }
}
export type Invitations = ReturnType<typeof openInvitations>

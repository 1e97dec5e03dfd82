import { createHash, randomBytes } from 'node:crypto'
import { Op } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import type { ServerModels } from '../records/serverModels.ts'
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
export function openInvitations({ invitation }: ServerModels) {
  const holds = () => ({ withdrawnAt: null, expiresAt: { [Op.gt]: new Date() } })
  return {
    async create(
      createdBy: string,
      productionId: string,
      role: InvitedRole,
      minutes: number,
    ): Promise<{ id: string; token: string }> {
      const id = uuidv7()
      const token = randomBytes(16).toString('base64url')
      const expiresAt = new Date(Date.now() + minutes * 60_000)
      await invitation.create({ id, tokenHash: tokenHash(token), productionId, role, createdBy, expiresAt })
      return { id, token }
    },

    /** Null for a link that was never given, has expired or was withdrawn: which of these is nobody's business. */
    async read(token: string): Promise<OpenInvitation | null> {
      const row = await invitation.findOne({
        where: { tokenHash: tokenHash(token), ...holds() },
        include: 'production',
      })
      if (!row) return null
      const { id, productionId, role } = row.get()
      return { id, productionId, role, title: row.get().production!.get().title }
    },

    async countJoined(id: string): Promise<void> {
      await invitation.increment('joined', { where: { id } })
    },

    async list(productionId: string): Promise<Invitation[]> {
      const rows = await invitation.findAll({ where: { productionId, ...holds() }, order: [['id', 'DESC']] })
      return rows.map((row) => {
        const { id, role, createdBy, expiresAt, joined } = row.get()
        return { id, role, createdBy, expiresAt: expiresAt.toISOString(), joined }
      })
    },

    async withdraw(productionId: string, id: string): Promise<boolean> {
      const where = { id, productionId, withdrawnAt: null }
      const [withdrawn] = await invitation.update({ withdrawnAt: new Date() }, { where })
      return withdrawn > 0
    },
  }
}
export type Invitations = ReturnType<typeof openInvitations>

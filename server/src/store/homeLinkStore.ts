/** Links for home; only hashes of their tokens are here. */
import type { IsoDate, StudentId } from '@vein-mend/core/kit'
import type { Models } from './models'

export interface HomeLink {
  readonly hash: string
  readonly student: StudentId
  readonly made: IsoDate
  readonly expires: IsoDate
  readonly revoked: IsoDate | null
}

export interface HomeLinkStore {
  addHomeLink(link: Omit<HomeLink, 'revoked'>): Promise<void>
  homeLink(hash: string): Promise<HomeLink | null>
  /** Newest first, without the hashes. */
  homeLinks(student: StudentId): Promise<readonly Omit<HomeLink, 'hash' | 'student'>[]>
  revokeHomeLinks(student: StudentId, on: IsoDate): Promise<void>
}

export function homeLinkStore(models: Models): HomeLinkStore {
  return {
    addHomeLink: async ({ student, ...link }) => {
      await models.homeLinks.create({ ...link, studentId: student, revoked: null })
    },
    homeLink: async (hash) => {
      const row = await models.homeLinks.findByPk(hash, { raw: true })
      return (
        row && {
          hash: row.hash,
          student: row.studentId as StudentId,
          made: row.made as IsoDate,
          expires: row.expires as IsoDate,
          revoked: row.revoked as IsoDate | null,
        }
      )
    },
    homeLinks: async (student) => {
      const rows = await models.homeLinks.findAll({
        where: { studentId: student },
        order: [['made', 'DESC']],
        raw: true,
      })
      return rows.map((row) => ({
        made: row.made as IsoDate,
        expires: row.expires as IsoDate,
        revoked: row.revoked as IsoDate | null,
      }))
    },
    revokeHomeLinks: async (student, on) => {
      await models.homeLinks.update(
        { revoked: on },
        { where: { studentId: student, revoked: null } },
      )
    },
  }
}

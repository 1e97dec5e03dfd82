export interface PrivatePostgres {
  readonly url: (database: string) => string
  readonly createDatabase: (name: string) => void
  readonly stop: () => void
}
export function postgresVersion(): string | null
export function startPostgres(folder: string, options?: { throwAway?: boolean }): Promise<PrivatePostgres>

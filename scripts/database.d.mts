export interface PrivatePostgres {
  readonly url: (database: string) => string
  readonly createDatabase: (name: string) => void
  readonly stop: () => void
}
export function postgresVersion(): string | null
export function postgresTool(
  program: string,
  ...args: string[]
): { status: number | null; stdout: string; stderr: string }
export function startPostgres(folder: string, options?: { throwAway?: boolean }): Promise<PrivatePostgres>

import { QueryTypes, type Sequelize } from 'sequelize'

/** What every job has, whatever it is about. `waiting` until a server process takes it up. */
export interface AnyJob {
  readonly id: string
  readonly productionId: string
  readonly state: 'waiting' | 'running' | 'done' | 'failed' | 'stopped'
  readonly problems: readonly string[]
  /** What it has to have before it can begin, one sentence; none where it only waits for its turn. */
  readonly waitsFor?: string
  /** It waits until somebody lets it go on. */
  readonly isPaused?: boolean
  /** It goes before those with less. */
  readonly priority?: number
}

/** Jobs of one lane are taken up one at a time by each process; a long copy holds up no document. */
export type Lane = 'media' | 'document'

/** A job with what it has to do, complete enough that any server process can take it up again. */
export interface ClaimedJob<J extends AnyJob, Spec> {
  readonly job: J
  readonly spec: Spec
  /** 1 the first time anybody takes it up. */
  readonly attempt: number
}

interface JobRow {
  readonly id: string
  readonly productionId: string
  readonly state: AnyJob['state']
  readonly paused: boolean
  readonly priority: number
  readonly detail: Record<string, unknown>
}

/** A process that has not said for this long that it is still at a job has lost it. */
export const CLAIM_SECONDS = 6
/** A job that ended this many processes is not tried again. */
const MOST_ATTEMPTS = 3

export const STOPPED_BY_HAND = 'Stopped by hand. Only copies that are listed count.'

/** The jobs of one lane of all server processes on one database, as rows that one process at a time holds. */
export function openJobs<J extends AnyJob, Spec>(database: Sequelize, lane: Lane) {
  const fromRow = ({ id, productionId, state, paused, priority, detail }: JobRow) =>
    ({
      id,
      productionId,
      state,
      ...detail,
      ...(paused && { isPaused: true }),
      ...(priority > 0 && { priority }),
    }) as unknown as J
  const ask = <T extends object>(sql: string, replacements: Record<string, unknown>) =>
    database.query<T>(sql, { replacements, type: QueryTypes.SELECT })
  const announce = (id: string) => ask("SELECT pg_notify('kavrell_job', :id)", { id })
  /** Its id; null where another one stands in its place. */
  const insert = async (job: J, spec: Spec, key: string | null): Promise<string | null> => {
    const { id, productionId, state, isPaused: _isPaused, priority: _priority, ...detail } = job
    const [made] = await ask<{ id: string }>(
      `INSERT INTO job (id, "productionId", state, detail, spec, lane, key)
       VALUES (:id, :productionId, :state, :detail, :spec, :lane, :key)
       ON CONFLICT DO NOTHING RETURNING id`,
      { id, productionId, state, detail: JSON.stringify(detail), spec: JSON.stringify(spec), lane, key },
    )
    if (made) await announce(id)
    return made?.id ?? null
  }
  return {
    /** @returns false when a card that it would copy is being copied already: the database sees to that */
    create: async (job: J, spec: Spec): Promise<boolean> => (await insert(job, spec, null)) !== null,

    /**
     * @param key what makes asking twice the same job
     * @returns the job that stands: this one, or the one that had its key already
     */
    async createOnce(job: J, spec: Spec, key: string): Promise<string> {
      const made = await insert(job, spec, key)
      if (made !== null) return made
      const [stands] = await ask<{ id: string }>(
        'SELECT id FROM job WHERE "productionId" = :productionId AND key = :key',
        { productionId: job.productionId, key },
      )
      return stands?.id ?? this.createOnce(job, spec, key)
    },

    /**
     * Takes up the job that goes first of those that wait or whose process no longer answers for them; else the oldest.
     * One that was paused as its process died is taken up too: whoever has it then hears of that, and gives it back.
     * @param kinds only those; all where there are none
     */
    async claim(processId: string, kinds: readonly string[] = []): Promise<ClaimedJob<J, Spec> | null> {
      const [row] = await ask<JobRow & { spec: Spec; attempts: number }>(
        `UPDATE job SET state = 'running', "claimedBy" = :processId, "heartbeatAt" = now(), attempts = attempts + 1
         WHERE id = (
           SELECT id FROM job
           WHERE lane = :lane AND (:all OR detail->>'kind' IN (:kinds)) AND ((state = 'waiting' AND NOT paused AND ("notBefore" IS NULL OR "notBefore" <= now()))
             OR (state = 'running' AND "heartbeatAt" < now() - make_interval(secs => :seconds)))
           ORDER BY priority DESC, "startedAt" LIMIT 1 FOR UPDATE SKIP LOCKED)
         RETURNING id, "productionId", state, paused, priority, detail, spec, attempts`,
        { processId, lane, seconds: CLAIM_SECONDS, all: kinds.length === 0, kinds: kinds.length === 0 ? [''] : kinds },
      )
      if (!row) return null
      if (row.attempts <= MOST_ATTEMPTS) return { job: fromRow(row), spec: row.spec, attempt: row.attempts }
      const problem = `The server stopped ${MOST_ATTEMPTS} times while it was at this. Only copies that are listed count; try again.`
      const job = fromRow(row)
      await this.save({ ...job, state: 'failed', problems: [...job.problems, problem] }, processId)
      return this.claim(processId, kinds)
    },

    /** Says that a process is still at a job, and hears whether it still holds it and should go on. */
    async keep(jobId: string, processId: string): Promise<'go-on' | 'stop' | 'pause' | 'lost'> {
      const [row] = await ask<{ stopAsked: boolean; paused: boolean }>(
        `UPDATE job SET "heartbeatAt" = now() WHERE id = :jobId AND "claimedBy" = :processId AND state = 'running' RETURNING "stopAsked", paused`,
        { jobId, processId },
      )
      return !row ? 'lost' : row.stopAsked ? 'stop' : row.paused ? 'pause' : 'go-on'
    },

    /** Writes a job's state down, if this process still holds it, and announces it to every open screen. */
    async save(job: J, processId: string): Promise<boolean> {
      const { id, productionId: _productionId, state, isPaused: _isPaused, priority: _priority, ...detail } = job
      const rows = await ask(
        'UPDATE job SET state = :state, detail = :detail, "heartbeatAt" = now() WHERE id = :id AND "claimedBy" = :processId RETURNING id',
        { id, state, detail: JSON.stringify(detail), processId },
      )
      if (rows.length === 0) return false
      await announce(id)
      if (state === 'done') await this.lookAgain(job.productionId)
      return true
    },

    /** Has those that were put aside looked at again at once: what has just been done may be what they wait for. */
    async lookAgain(productionId: string): Promise<void> {
      const rows = await ask<{ id: string }>(
        `UPDATE job SET "notBefore" = NULL WHERE "productionId" = :productionId AND lane = :lane AND state = 'waiting' AND "notBefore" IS NOT NULL RETURNING id`,
        { productionId, lane },
      )
      if (rows.length > 0) await announce(rows[0]!.id)
    },

    /** Asks whoever holds a job to stop it; one that nobody holds is stopped at once. False if it has ended. */
    async askToStop(productionId: string, jobId: string): Promise<boolean> {
      const [row] = await ask<{ state: AnyJob['state'] }>(
        `UPDATE job SET "stopAsked" = true, state = CASE WHEN state = 'waiting' THEN 'stopped' ELSE state END,
           detail = CASE WHEN state = 'waiting' THEN jsonb_set(detail, '{problems}', :problems) ELSE detail END
         WHERE id = :jobId AND "productionId" = :productionId AND lane = :lane
           AND state IN ('waiting', 'running') RETURNING state`,
        { jobId, productionId, lane, problems: JSON.stringify([STOPPED_BY_HAND]) },
      )
      if (row) await announce(jobId)
      return row !== undefined
    },

    /**
     * Pauses a job, or lets it go on. Whoever holds it gives it back; what was copied is found again. False if it has
     * ended.
     */
    async pause(productionId: string, jobId: string, isPaused: boolean): Promise<boolean> {
      const [row] = await ask<{ id: string }>(
        `UPDATE job SET paused = :isPaused, "notBefore" = NULL WHERE id = :jobId AND "productionId" = :productionId
           AND lane = :lane AND state IN ('waiting', 'running') RETURNING id`,
        { jobId, productionId, lane, isPaused },
      )
      if (row) await announce(jobId)
      return row !== undefined
    },

    /** Puts a job before all others of its production that wait. False if it has ended. */
    async putFirst(productionId: string, jobId: string): Promise<boolean> {
      const [row] = await ask<{ id: string }>(
        `UPDATE job SET priority = (SELECT coalesce(max(priority), 0) + 1 FROM job WHERE "productionId" = :productionId AND lane = :lane)
         WHERE id = :jobId AND "productionId" = :productionId AND lane = :lane AND state IN ('waiting', 'running') RETURNING id`,
        { jobId, productionId, lane },
      )
      if (row) await announce(jobId)
      return row !== undefined
    },

    /** Puts a job aside that cannot begin yet: others go first, and it is looked at again after a while. */
    async putAside(job: J, processId: string, seconds: number, isNews: boolean): Promise<void> {
      const {
        id,
        productionId: _productionId,
        state: _state,
        isPaused: _isPaused,
        priority: _priority,
        ...detail
      } = job
      const rows = await ask(
        `UPDATE job SET state = 'waiting', "claimedBy" = NULL, attempts = attempts - 1, detail = :detail,
           "notBefore" = now() + make_interval(secs => :seconds)
         WHERE id = :id AND "claimedBy" = :processId AND state = 'running' AND NOT "stopAsked" RETURNING id`,
        { id, detail: JSON.stringify(detail), processId, seconds },
      )
      if (rows.length > 0) return isNews ? void (await announce(id)) : undefined
      // It was to be stopped meanwhile.
      await ask(
        `UPDATE job SET state = 'stopped', detail = :detail WHERE id = :id AND "claimedBy" = :processId AND state = 'running' RETURNING id`,
        { id, detail: JSON.stringify({ ...detail, problems: [STOPPED_BY_HAND] }), processId },
      )
      await announce(id)
    },

    /** Jobs of a production that wait or run. */
    async underWay(productionId: string): Promise<J[]> {
      const rows = await ask<JobRow>(
        `SELECT id, "productionId", state, paused, priority, detail FROM job WHERE "productionId" = :productionId AND lane = :lane AND state IN ('waiting', 'running') ORDER BY priority DESC, "startedAt"`,
        { productionId, lane },
      )
      return rows.map(fromRow)
    },

    /** Gives a job back, so that the next process goes on with it at once. */
    async release(jobId: string, processId: string): Promise<void> {
      await ask(
        `UPDATE job SET state = 'waiting', "claimedBy" = NULL, attempts = attempts - 1 WHERE id = :jobId AND "claimedBy" = :processId AND state = 'running' RETURNING id`,
        { jobId, processId },
      )
      await announce(jobId)
    },

    async read(id: string): Promise<J | null> {
      const [row] = await ask<JobRow>(
        'SELECT id, "productionId", state, paused, priority, detail FROM job WHERE id = :id AND lane = :lane',
        {
          id,
          lane,
        },
      )
      return row ? fromRow(row) : null
    },

    async recent(productionId: string): Promise<J[]> {
      const rows = await ask<JobRow>(
        'SELECT id, "productionId", state, paused, priority, detail FROM job WHERE "productionId" = :productionId AND lane = :lane ORDER BY "startedAt" DESC LIMIT 200',
        { productionId, lane },
      )
      return rows.map(fromRow)
    },

    /** Resolves once no job of the lane can go on or does, in whatever process; those put aside wait for something else. */
    async quiet(): Promise<void> {
      const busy = () =>
        ask(
          `SELECT 1 AS one FROM job WHERE lane = :lane AND (state = 'running' OR (state = 'waiting' AND "notBefore" IS NULL AND NOT paused)) LIMIT 1`,
          { lane },
        )
      while ((await busy()).length > 0) await new Promise((resolve) => setTimeout(resolve, 50))
    },
  }
}

export type Jobs<J extends AnyJob, Spec> = ReturnType<typeof openJobs<J, Spec>>

import { existsSync } from 'node:fs'
import path from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { Worker, type WorkerOptions } from 'node:worker_threads'

/**
 * A thread that runs a module `NAME.worker.ts`: built, it lies beside the program's own file as `NAME.worker.js`; else
 * it is read from its source.
 * @param builtBeside `import.meta.url` of whoever asks
 * @param source path of the module, relative to that
 */
export function openThread(builtBeside: string, source: string, options: WorkerOptions = {}): Worker {
  const here = path.dirname(fileURLToPath(builtBeside))
  const built = path.join(here, path.basename(source).replace(/\.ts$/, '.js'))
  return existsSync(built)
    ? new Worker(built, options)
    : new Worker(fromSource(path.join(here, source)), { ...options, eval: true })
}

/** As tests run it: a thread that learns to read TypeScript first. */
const fromSource = (file: string) =>
  `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(pathToFileURL(file).href)}) })`

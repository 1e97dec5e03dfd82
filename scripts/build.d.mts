/** Bundles server, command line and web app. */
export function build(): Promise<void>
/** Bundles the command line: into its own folder, or where a test wants it. */
export function bundleCli(outfile?: string): Promise<void>

export const NODE_ARGS: readonly string[]
export function runServer(args: readonly string[], env: NodeJS.ProcessEnv): void

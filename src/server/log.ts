import pino, { type DestinationStream } from 'pino'

/** One JSON object a line. What failed keeps its message, its stack and what caused it: an Error alone would print as `{}`. */
export const logTo = (destination: DestinationStream) =>
  pino(
    { level: process.env.BARYS_LOG ?? 'warn', serializers: { error: pino.stdSerializers.errWithCause } },
    destination,
  )

/** The server's log on standard error, so that standard output stays for people. */
export const log = logTo(pino.destination(2))

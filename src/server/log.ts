import pino from 'pino'

/** The server's log, one JSON object a line on standard error, so that standard output stays for people. */
export const log = pino({ level: process.env.BARYS_LOG ?? 'warn' }, pino.destination(2))

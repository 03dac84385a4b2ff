import canonicalize from 'canonicalize'
import { z } from 'zod'
import { sha256 } from '../hash'
import { parsedJson } from '../parsedJson'
import { isSignedBy, type ProofKey } from './proofKey'

const hash = z.string().regex(/^[0-9a-f]{64}$/)
const head = z.object({ count: z.int().nonnegative(), hash })

/** Where the chains stood at a moment. */
export const Heads = z.object({ records: head, findings: head, acts: head })
export type Heads = z.infer<typeof Heads>

/** One line of the file of checkpoints: where the chains stood, after which line, signed. */
export const Checkpoint = Heads.extend({
  at: z.iso.datetime(),
  /** The hash of the line before it; none before the first. */
  previous: hash.nullable(),
  publicKey: z.string(),
  signature: z.string(),
})
export type Checkpoint = z.infer<typeof Checkpoint>

/** The text that is signed: canonical JSON (RFC 8785) of everything but the signature. */
function signedText({ signature: _, ...said }: Checkpoint): string {
  return canonicalize(said) ?? ''
}

/** A signed line behind another. */
export function checkpointLine(
  heads: Heads,
  { key, at, before }: { key: ProofKey; at: Date; before: string | null },
): string {
  const said = {
    ...heads,
    at: at.toISOString(),
    previous: before === null ? null : sha256(before),
    publicKey: key.publicKey,
    signature: '',
  }
  return canonicalize({ ...said, signature: key.sign(signedText(said)) }) ?? ''
}

/** A line as it was read, and what is wrong with it by itself. */
export type ReadCheckpoint = {
  readonly line: number
  readonly checkpoint: Checkpoint | null
  readonly faults: string[]
}

/**
 * Reads lines and looks at each: whether it is a checkpoint, follows the one before, and is signed.
 *
 * @param publicKey whose signature is wanted; any line's own where none is given, which proves less
 */
export function readCheckpoints(text: string, publicKey: string | null): ReadCheckpoint[] {
  const lines = text.split('\n').filter((line) => line !== '')
  return lines.map((line, index) => {
    const parsed = Checkpoint.safeParse(parsedJson(line))
    if (!parsed.success) return { line: index + 1, checkpoint: null, faults: ['is no checkpoint'] }
    const checkpoint = parsed.data
    const before = lines[index - 1]
    return {
      line: index + 1,
      checkpoint,
      faults: [
        ...(checkpoint.previous === (before === undefined ? null : sha256(before))
          ? []
          : ['does not follow the line before it']),
        ...(publicKey === null || checkpoint.publicKey === publicKey ? [] : ['is signed with another key']),
        ...(isSignedBy(checkpoint.publicKey, signedText(checkpoint), checkpoint.signature)
          ? []
          : ['its signature does not belong to it']),
      ],
    }
  })
}

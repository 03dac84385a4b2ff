import { createHash, randomBytes } from 'node:crypto'
import { Integer, OctetString } from 'asn1js'
import {
  AlgorithmIdentifier,
  type Certificate,
  MessageImprint,
  SignedData,
  SignedDataVerifyError,
  TimeStampReq,
  TimeStampResp,
  TSTInfo,
} from 'pkijs'

const SHA256 = '2.16.840.1.101.3.4.2.1'
const SIGNED_DATA = '1.2.840.113549.1.7.2'
const TST_INFO = '1.2.840.113549.1.9.16.1.4'
const COMMON_NAME = '2.5.4.3'
const EXTENDED_KEY_USAGE = '2.5.29.37'
const TIME_STAMPING = '1.3.6.1.5.5.7.3.8'

/** Eight bytes that nobody can guess, of a number above zero: the first bit is its sign, the next keeps the first byte from being dropped. */
export function freshNonce(): Uint8Array {
  const bytes = randomBytes(8)
  bytes[0] = ((bytes[0] ?? 0) & 0x3f) | 0x40
  return bytes
}

/** A question to a time-stamp authority, DER: that this text was there by now. Source: RFC 3161, 2.4.1. */
export function timeStampRequest(text: string, nonce: Uint8Array): Uint8Array {
  const request = new TimeStampReq({
    version: 1,
    messageImprint: new MessageImprint({
      hashAlgorithm: new AlgorithmIdentifier({ algorithmId: SHA256 }),
      hashedMessage: new OctetString({ valueHex: digest(text) }),
    }),
    nonce: nonceOf(nonce),
    certReq: true, // its certificate comes along, so that the answer can be checked in years
  })
  return new Uint8Array(request.toSchema().toBER())
}

/** What an answer of an authority says. */
export type TimeStamp = {
  /** When the authority says the text was there; null where the answer holds no stamp. */
  readonly at: Date | null
  /** Whom the certificate that signed it names. */
  readonly by: string
  readonly faults: readonly string[]
}

const unread = (fault: string): TimeStamp => ({ at: null, by: '', faults: [fault] })

/**
 * Reads an authority's answer and checks it: granted, for this text, in answer to this question, and signed by a certificate
 * for time stamps. Whether that certificate is to be trusted is for the reader: it names itself. Source: RFC 3161, 2.4.2.
 *
 * @param nonce of the question; left out where an answer is read again later
 */
export async function readTimeStamp(answer: Uint8Array, text: string, nonce?: Uint8Array): Promise<TimeStamp> {
  try {
    const response = TimeStampResp.fromBER(bytesOf(answer))
    if (response.status.status > 1) return unread(`was refused by the authority (status ${response.status.status})`)
    const token = response.timeStampToken
    if (token?.contentType !== SIGNED_DATA) return unread('holds no signed time stamp')
    const signed = new SignedData({ schema: token.content })
    const content = signed.encapContentInfo.eContent?.getValue()
    if (signed.encapContentInfo.eContentType !== TST_INFO || !content) return unread('holds no time stamp')
    const info = TSTInfo.fromBER(content)
    const { isSigned, signer } = await signatureOf(signed, text)
    const faults = [
      ...(isOf(info, text) ? [] : ['is not for what it stands beside']),
      ...(nonce === undefined || info.nonce?.isEqual(nonceOf(nonce)) ? [] : ['answers another question']),
      ...(signer && isForTimeStamps(signer) ? [] : ['is not signed by a certificate for time stamps']),
      ...(isSigned ? [] : ['its signature does not belong to it']),
    ]
    return { at: info.genTime, by: nameOf(signer), faults }
  } catch {
    return unread('is no answer of a time-stamp authority')
  }
}

const digest = (text: string) => bytesOf(createHash('sha256').update(text).digest())

/** A copy in a buffer of its own: what Node gives may be part of a larger one. */
const bytesOf = (bytes: Uint8Array): ArrayBuffer => new Uint8Array(bytes).buffer

const nonceOf = (bytes: Uint8Array) => new Integer({ valueHex: bytesOf(bytes) })

function isOf({ messageImprint: { hashAlgorithm, hashedMessage } }: TSTInfo, text: string): boolean {
  const imprint = Buffer.from(hashedMessage.valueBlock.valueHexView)
  return hashAlgorithm.algorithmId === SHA256 && imprint.equals(Buffer.from(digest(text)))
}

type Signature = { readonly isSigned: boolean; readonly signer: Certificate | null | undefined }

/** Whether it is signed, and by which of the certificates that came along: the one whose key the signature was checked with. */
async function signatureOf(signed: SignedData, text: string): Promise<Signature> {
  try {
    const data = bytesOf(Buffer.from(text))
    const verified = await signed.verify({ signer: 0, data, checkChain: false, extendedMode: true })
    return { isSigned: verified.signatureVerified === true, signer: verified.signerCertificate }
  } catch (error) {
    // A signature that cannot be read is none; whose it says it is may be known all the same.
    return { isSigned: false, signer: error instanceof SignedDataVerifyError ? error.signerCertificate : null }
  }
}

const isForTimeStamps = (certificate: Certificate) =>
  certificate.extensions?.some(
    ({ extnID, parsedValue }) => extnID === EXTENDED_KEY_USAGE && parsedValue?.keyPurposes?.includes(TIME_STAMPING),
  ) === true

function nameOf(certificate: Certificate | null | undefined): string {
  const names = certificate?.subject.typesAndValues ?? []
  const name = names.find(({ type }) => type === COMMON_NAME) ?? names[0]
  return String(name?.value.valueBlock.value ?? 'somebody unnamed')
}

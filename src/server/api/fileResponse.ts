const TYPES = {
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  xml: 'application/xml; charset=utf-8',
} as const

/** A file that is saved under a name; its ending says of what kind it is. */
export function fileResponse(content: string | Buffer, name: `${string}.${keyof typeof TYPES}`): Response {
  const ending = name.slice(name.lastIndexOf('.') + 1)
  const type = ending === 'csv' || ending === 'xlsx' || ending === 'xml' ? TYPES[ending] : TYPES.csv
  return new Response(typeof content === 'string' ? content : new Uint8Array(content), {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${name.replace(/[^A-Za-z0-9._-]/g, '_')}"`,
      'cache-control': 'no-store',
    },
  })
}

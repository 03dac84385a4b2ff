// `npm run sentences`: every sentence that can be shown, by the file it stands in, so that all can be read in one sitting.
// `npm run sentences -- src/ui/run` takes one folder. Identifiers, paths, class names and SQL are left out.
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { parseSync } from '@swc/core'

const ROOT = fileURLToPath(new URL('../..', import.meta.url))
/** Where sentences for people come from; SQL and tests say none. */
const SPEAKING =
  /^src\/(app|ui|words|plans|pictures|calc|core|schema|server\/(api|services|documents|door|auth|links))\//
const SENTENCE = /\p{L}{2,}[\s,;:–—…]+[\p{L}\d]/u
const NO_SENTENCE = /^(\s*(SELECT|INSERT|UPDATE|DELETE|CREATE|WITH)\s|M[\d. ]|[\w-]+(\s[\w-]+)*\/|@|use client)/

/** The texts of a module in the order they stand, each once; what is computed in a template stands as `…`. */
export function sentencesOf(source, tsx = true) {
  const found = []
  const take = (text) => {
    const plain = text.replace(/\s+/g, ' ').trim()
    if (SENTENCE.test(plain) && !NO_SENTENCE.test(plain) && !found.includes(plain)) found.push(plain)
  }
  const walk = (node) => {
    if (Array.isArray(node)) return node.forEach(walk)
    if (typeof node !== 'object' || node === null) return
    if (node.type === 'ImportDeclaration' || node.type === 'ExportNamedDeclaration') return walk(node.declaration)
    if (node.type === 'JSXAttribute' && /^(className|style|sx|href|d|viewBox)$/.test(node.name.value ?? '')) return
    if (node.type === 'StringLiteral' || node.type === 'JSXText') take(node.value)
    if (node.type === 'TemplateLiteral') take(node.quasis.map(({ cooked, raw }) => cooked ?? raw).join('…'))
    for (const part of Object.values(node)) walk(part)
  }
  walk(parseSync(source, { syntax: 'typescript', tsx }).body)
  return found
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const [folder = 'src'] = process.argv.slice(2)
  const files = execFileSync('git', ['ls-files', folder], { cwd: ROOT, encoding: 'utf8' })
    .split('\n')
    .filter((file) => SPEAKING.test(file) && /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file))
  for (const file of files) {
    const sentences = sentencesOf(readFileSync(`${ROOT}${file}`, 'utf8'), file.endsWith('.tsx'))
    if (sentences.length > 0) console.log(`${file}\n${sentences.map((each) => `  ${each}`).join('\n')}\n`)
  }
}

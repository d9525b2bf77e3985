// npm run recipes: does what CONTRIBUTING says, step by step, in a scratch copy, and says where a recipe no longer works.
// Each is tried whole, which has to pass, and with each of its steps left out that something has to ask for.
import { cpSync, mkdtempSync, mkdirSync, readFileSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { execFileSync } from 'node:child_process'
import { quietly, ROOT, say } from './house.mjs'
import { ensurePackages } from './packages.mjs'
import { RECIPES } from './recipes/all.mjs'

ensurePackages()
const wanted = process.argv.slice(2)

/** A copy of what git has, with the packages of this checkout. */
function scratch() {
  const folder = mkdtempSync('/tmp/rook-recipes-')
  const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], { cwd: ROOT, encoding: 'utf8' }).trim().split('\n')
  for (const file of files) {
    mkdirSync(dirname(`${folder}/${file}`), { recursive: true })
    cpSync(`${ROOT}/${file}`, `${folder}/${file}`)
  }
  mkdirSync(`${folder}/node_modules`)
  for (const name of readdirSync(`${ROOT}/node_modules`))
    if (name !== '@rook') symlinkSync(`${ROOT}/node_modules/${name}`, `${folder}/node_modules/${name}`)
  // Our own packages are the copy's.
  cpSync(`${ROOT}/node_modules/@rook`, `${folder}/node_modules/@rook`, { recursive: true, verbatimSymlinks: true })
  for (const name of ['server', 'web']) {
    const own = `${ROOT}/packages/${name}/node_modules`
    mkdirSync(`${folder}/packages/${name}/node_modules`, { recursive: true })
    for (const one of readdirSync(own)) symlinkSync(`${own}/${one}`, `${folder}/packages/${name}/node_modules/${one}`)
  }
  return folder
}

/** Does a step: writes a new file, or puts a text before another one in a file that is there. */
function follow(folder, { file, text, copy, put, before, after, instead }, kept) {
  const path = `${folder}/${file}`
  const old = (() => {
    try {
      return readFileSync(path, 'utf8')
    } catch {
      return null
    }
  })()
  if (!kept.has(path)) kept.set(path, old)
  if (put === undefined) {
    mkdirSync(dirname(path), { recursive: true })
    const made = copy
      ? copy.words.reduce((all, [from, to]) => all.replaceAll(from, to), readFileSync(`${folder}/${copy.from}`, 'utf8'))
      : text
    return writeFileSync(path, made)
  }
  const place = before ?? after ?? instead
  if (!old?.includes(place)) throw new Error(`${file} has no longer: ${place}`)
  const added = typeof put === 'function' ? put(old) : put
  writeFileSync(
    path,
    old.replace(place, () => (before ? added + place : after ? place + added : added)),
  )
}

function undo(kept) {
  for (const [path, old] of kept) {
    if (old === null) rmSync(path, { force: true })
    else writeFileSync(path, old)
  }
  kept.clear()
}

/** The first program that fails, with the end of what it said; null where all pass. */
function failure(folder, checks) {
  for (const [program, ...args] of checks) {
    const done = quietly(program, args, { cwd: folder, env: { ...process.env, NO_COLOR: '1', FORCE_COLOR: undefined } })
    if (!done.ok) return `${program} ${args.join(' ')}\n${done.output.trim().split('\n').slice(-15).join('\n')}`
  }
  return null
}

const folder = scratch()
const problems = []
let passed = 0
for (const { name, most, steps, checks, wrongly = [] } of RECIPES.filter((one) => wanted.length === 0 || wanted.includes(one.name))) {
  const kept = new Map()
  const judge = (isRight, words) => {
    say(`${isRight ? '  as it should' : '  WRONG'}: ${words}`)
    if (isRight) passed++
    else problems.push(`${name}: ${words}`)
  }
  const files = new Set(steps.filter((step) => !step.test).map(({ file }) => file))
  say(`${name}: ${files.size} files`)
  judge(files.size <= most, `takes ${files.size} files, at most ${most}`)
  try {
    for (const step of steps) follow(folder, step, kept)
    const wrong = failure(folder, checks)
    judge(wrong === null, wrong === null ? 'followed, everything passes' : `followed, this fails:\n${wrong}`)
    undo(kept)
    // Where the whole fails, a part of it says nothing.
    for (const left of wrong === null ? steps.filter(({ asked }) => asked) : []) {
      for (const step of steps) if (step !== left) follow(folder, step, kept)
      judge(failure(folder, checks) !== null, `without ${left.asked}, something fails`)
      undo(kept)
    }
    for (const other of wrongly) {
      for (const step of other.steps) follow(folder, step, kept)
      judge(failure(folder, checks) !== null, `${other.words} is refused`)
      undo(kept)
    }
  } catch (error) {
    judge(false, error.message)
    undo(kept)
  }
}
rmSync(folder, { recursive: true, force: true })
for (const problem of problems) say(`\n${problem}`)
say(`\n${passed} passed, ${problems.length} failed`)
process.exit(problems.length === 0 ? 0 : 1)

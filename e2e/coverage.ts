import { readdirSync, readFileSync, rmSync } from 'node:fs'
import { CoverageReport } from 'monocart-coverage-reports'
import { folder } from './covered'

interface Share {
  total: number
  covered: number
}
type Summary = Record<string, { lines: Share; branches: Share }>

const percent = ({ total, covered }: Share) => (total === 0 ? '–' : `${Math.round((100 * covered) / total)} %`)

/** Adds up what the browser suite ran of each folder of web/src, and prints it as a table. */
export async function tellCoverage() {
  const report = new CoverageReport({
    outputDir: `${folder}/report`,
    reports: ['json-summary'],
    logging: 'error',
    entryFilter: (e) => e.url.includes('/assets/'),
    sourceFilter: (path) => /(^|\/)src\/.*\.tsx?$/.test(path) && !path.includes('node_modules'),
  })
  for (const file of readdirSync(folder).filter((f) => f.endsWith('.json')))
    await report.add(JSON.parse(readFileSync(`${folder}/${file}`, 'utf8')))
  await report.generate()
  const summary = JSON.parse(readFileSync(`${folder}/report/coverage-summary.json`, 'utf8')) as Summary
  const byFolder = new Map<string, { lines: Share; branches: Share }>()
  for (const [path, file] of Object.entries(summary)) {
    if (path === 'total') continue
    const name = /src\/(?:([^/]+)\/)?[^/]+$/.exec(path)?.[1] ?? '.'
    const sum = byFolder.get(name) ?? { lines: { total: 0, covered: 0 }, branches: { total: 0, covered: 0 } }
    for (const of of ['lines', 'branches'] as const) {
      sum[of].total += file[of].total
      sum[of].covered += file[of].covered
    }
    byFolder.set(name, sum)
  }
  console.log('\n| folder of web/src | lines | run | branches run |\n| --- | --- | --- | --- |')
  for (const [name, sum] of [...byFolder].sort())
    console.log(`| ${name} | ${sum.lines.total} | ${percent(sum.lines)} | ${percent(sum.branches)} |`)
  rmSync(folder, { recursive: true, force: true })
}

import type { Judged } from '../api/client'
import { coatsNamed, StackDrawing } from '../ui/BuildUp'
import { Reasons } from '../ui/JoinReason'
import { answers } from '../ui/verdict'
import type { Ground } from './ground'
import { Ways } from './Ways'
import { WhenSlider } from './WhenSlider'

/** The one answer, with its reasons, its times and its ways. Last tells how long ago the last coat went on. */
export function TheAnswer({
  judged,
  ground,
  last,
}: {
  judged: Judged
  ground: Ground
  last: (sinceH: number | undefined) => void
}) {
  const { answer, join } = judged
  if (!answer) return null
  const top = ground.layers.at(-1)
  const colour = answers[answer.kind].colour
  const elsewhere = !join.findings.some((f) => f.rule === answer.rule) && answer.reason !== ''
  return (
    <>
      <div className="flex gap-4 border-l-4 bg-base-200 p-4" style={{ borderColor: colour }} aria-live="polite">
        <div className="min-w-0 flex-1">
          <p className="text-2xl font-bold leading-tight" style={{ color: colour }}>
            <span aria-hidden="true">{answers[answer.kind].mark}</span> {answer.headline}
          </p>
          <p className="mb-2 font-semibold">
            {judged.coat?.name} over {judged.ground}
          </p>
          {elsewhere && <p className="mb-2">{answer.reason}</p>}
          {judged.aged && <p className="mb-2">{judged.aged}</p>}
          {answer.doNow.length > 0 && (
            <ul className="mb-2 list-disc pl-5" aria-label="To do now">
              {answer.doNow.map((d) => (
                <li key={d}>{d}</li>
              ))}
            </ul>
          )}
          <Reasons join={join} worked />
        </div>
        {judged.coat && (
          <StackDrawing
            coats={coatsNamed([...judged.layers, judged.coat], [...judged.below.map((j) => j.verdict), answer.verdict])}
            old={ground.oldFinish !== ''}
            width={84}
            label={`${judged.coat.name} over ${judged.ground}`}
          />
        )}
      </div>
      {judged.when.length > 1 && top && <WhenSlider moments={judged.when} sinceH={top.sinceH} onChange={last} />}
      {answer.asks.length > 0 && (
        <section aria-label="What would make it surer" className="mt-4 border-l-4 border-base-300 p-3">
          <p className="font-semibold">One fact would make it surer</p>
          <ul className="list-disc pl-5">
            {answer.asks.map((q) => (
              <li key={q.question}>{q.question}</li>
            ))}
          </ul>
        </section>
      )}
      <Ways ways={judged.ways} asked={answer.verdict} />
    </>
  )
}

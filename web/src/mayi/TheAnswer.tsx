import type { Judged } from '../api/client'
import { coatsNamed, StackDrawing } from '../ui/BuildUp'
import { Reasons } from '../ui/JoinReason'
import { useShow } from '../ui/show'
import { verdicts } from '../ui/verdict'
import { answerOf } from './answer'
import type { Ground } from './ground'
import { Ways } from './Ways'
import { WhenSlider } from './WhenSlider'

/** The answer in one line, with its reasons, its times and its ways. Last tells how long ago the last coat went on. */
export function TheAnswer({
  judged,
  ground,
  last,
}: {
  judged: Judged
  ground: Ground
  last: (sinceH: number | undefined) => void
}) {
  const show = useShow()
  const top = ground.layers.at(-1)
  return (
    <>
      <div
        className="flex gap-4 border-l-4 bg-base-200 p-4"
        style={{ borderColor: verdicts[judged.join.verdict].colour }}
        aria-live="polite"
      >
        <div className="min-w-0 flex-1">
          <p className="text-2xl font-bold leading-tight" style={{ color: verdicts[judged.join.verdict].colour }}>
            {answerOf(judged, top?.pick ? top.sinceH : undefined, show)}
          </p>
          <p className="mb-2 font-semibold">
            {judged.coat?.name} over {judged.ground}
          </p>
          <Reasons join={judged.join} />
        </div>
        {judged.coat && (
          <StackDrawing
            coats={coatsNamed(
              [...judged.layers, judged.coat],
              [...judged.below.map((j) => j.verdict), judged.join.verdict],
            )}
            old={ground.oldFinish !== ''}
            width={84}
            label={`${judged.coat.name} over ${judged.ground}`}
          />
        )}
      </div>
      {judged.when.length > 1 && top && <WhenSlider moments={judged.when} sinceH={top.sinceH} onChange={last} />}
      <Below judged={judged} />
      {!judged.surface.legal && judged.join.legal && judged.surface.findings[0] && (
        <p className="mt-4 border-l-4 border-warning bg-base-200 p-3">
          <b>Not as the last coat.</b> {judged.surface.findings[0].reason}
        </p>
      )}
      <Ways ways={judged.ways} asked={judged.join.verdict} />
    </>
  )
}

/** Joins further down that would not have been planned so: the whole stack stands on them. */
function Below({ judged }: { judged: Judged }) {
  const wrong = judged.below.map((join, i) => ({ join, coat: judged.layers[i]! })).filter(({ join }) => !join.legal)
  return wrong.map(({ join, coat }, i) => (
    <p key={i} className="mt-4 border-l-4 border-error bg-base-200 p-3">
      <b>Further down: {coat.name}.</b> {join.findings.find((f) => f.verdict === join.verdict)?.reason}
    </p>
  ))
}

import type { System } from '../api/client'
import { useShow } from './show'

/** In one line: does it meet what is asked, and the promise? */
export function Fit({ system }: { system: System }) {
  const show = useShow()
  const short = system.demands.filter((d) => d.shortfall > 0).map((d) => d.name)
  const thin = system.askedUm > 0 && system.filmUm > 0 && system.filmUm < system.askedUm
  return (
    <>
      {short.length === 0 && !thin && <span className="font-semibold text-success">meets every demand</span>}
      {short.length > 0 && <span className="font-semibold text-error">short on {short.join(', ')}</span>}
      {short.length === 0 && thin && <span className="font-semibold text-warning">film a little thin</span>}
      {system.promise && !system.promise.met && (
        <span className="block font-semibold text-error">{show.hours(system.promise.marginH)} late</span>
      )}
    </>
  )
}

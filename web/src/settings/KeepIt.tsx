import { Download } from 'lucide-react'
import { useShow } from '../ui/show'
import { todayIn } from '../ui/time'

/** All there is, in one file to take away. */
export function KeepIt() {
  const { workshop } = useShow()
  const day = todayIn(workshop?.timeZone)
  return (
    <section aria-labelledby="keep-it">
      <h2 id="keep-it" className="text-lg">
        So that nothing is lost
      </h2>
      <p className="mb-2 opacity-85">
        Everything in one file, photos too, for a stick or another machine: <code>firmitas restore</code> brings it
        back. It is not encrypted.
      </p>
      <a className="btn btn-outline" href="/api/backup" download={`firmitas-${day}.jsonl.gz`}>
        <Download size={18} aria-hidden="true" /> Back it all up
      </a>
    </section>
  )
}

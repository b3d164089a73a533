import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Piece } from '../api/client'
import { pieceCareQuery } from '../api/queries'
import { Kept } from '../log/Kept'
import { anyChosen, usePiece } from '../ui/PieceFrame'
import { Answered } from '../ui/Problem'
import { Issued } from './Issued'
import { Leave } from './Leave'
import { Preview } from './Preview'

export function HandOverView() {
  const piece = usePiece()
  const [title, setTitle] = useState<string>()
  const query = useQuery({ ...pieceCareQuery(piece), enabled: anyChosen(piece) })
  if (!anyChosen(piece)) {
    return (
      <p>
        The card is made from what is on the piece.{' '}
        <Link className="link font-semibold" to="../choose">
          Choose a coating system
        </Link>{' '}
        first.
      </p>
    )
  }
  return (
    <Answered query={query} what="the care card">
      {(card) => (
        <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[22rem_minmax(0,1fr)]">
          <div className="space-y-4 self-start">
            {!card.issued && <Measured piece={piece} />}
            {card.issued ? (
              <Issued piece={piece} card={card} />
            ) : (
              <Leave piece={piece} card={card} title={title ?? card.title} onTitle={setTitle} />
            )}
            <p>
              Unsold, or back for more?{' '}
              <Link className="link font-semibold" to={`/take-in?again=${piece.id}`}>
                Do it again from this record
              </Link>
            </p>
            <p>
              Will it be used for something else?{' '}
              <Link className="link font-semibold" to={`/pieces/${piece.id}/another-life`}>
                See what another life asks of it
              </Link>
            </p>
          </div>
          <Preview key={`${piece.version}-${card.issues.length}`} piece={piece} card={card} title={title} />
        </div>
      )}
    </Answered>
  )
}

/** What has to be measured on the finished work before it may leave. */
function Measured({ piece }: { piece: Piece }) {
  return piece.input.zones
    .filter((z) => z.wants?.measureSlip)
    .map((z) => <Kept key={z.id} piece={piece} zone={z} of={['slip']} title={`Slip on ${z.name}`} locked={false} />)
}

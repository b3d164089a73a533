import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { outboxQuery } from '../api/queries'
import { Answered } from '../ui/Problem'
import { useShow } from '../ui/show'

/** What the mail relay was given. The one that ships with it delivers nothing: it is looked at here. */
export function OutboxView() {
  const show = useShow()
  const query = useQuery(outboxQuery)
  return (
    <>
      <h1>Outbox</h1>
      <p className="mb-4 max-w-prose">
        Cards and reminders as they were given to the mail relay. The relay that ships with Firmitas delivers nothing:
        it keeps them here.
      </p>
      <Answered query={query} what="the outbox">
        {(mails) =>
          mails.length === 0 ? (
            <p>
              Nothing was sent yet. A card is mailed when a piece is handed over and its buyer wants it so; a reminder,
              when its buyer asked for it on the card.
            </p>
          ) : (
            <ul className="divide-y divide-base-300 border-y border-base-300">
              {mails.map((m) => (
                <li key={m.id} className="py-3">
                  <p className="flex flex-wrap justify-between gap-x-4">
                    <b>{m.subject}</b>
                    <span className="opacity-85">{show.date(m.sentAt)}</span>
                  </p>
                  <p className="break-words">to {m.to}</p>
                  <p className="max-w-prose break-words">{m.body}</p>
                  {m.pieceId && (
                    <Link
                      className="link inline-flex min-h-11 items-center font-semibold"
                      to={`/pieces/${m.pieceId}/hand-over`}
                    >
                      To its card
                    </Link>
                  )}
                </li>
              ))}
            </ul>
          )
        }
      </Answered>
    </>
  )
}

import type { CareCard } from '../api/client'

/** One side of paper for the buyer. With facts, each sentence shows what it stands for. */
export function Card({ card, facts }: { card: CareCard; facts?: boolean }) {
  return (
    <article className="mx-auto max-w-2xl bg-base-100 print:max-w-none print:text-[10.5pt] print:leading-snug">
      <header className="border-b-4 border-primary pb-3">
        <p className="font-semibold">{card.workshop}</p>
        <h1 className="text-3xl leading-tight print:text-2xl">{card.piece}</h1>
        <p>
          How to look after it · {card.zone} · piece no. {card.number}
        </p>
      </header>
      {card.sections.map((s) => {
        const urgent = card.urgent && s.id === 'first_weeks'
        return (
          <section
            key={s.id}
            className={`print-whole mt-5 print:mt-2 ${urgent ? 'border-l-8 border-accent bg-base-200 p-4 print:py-1' : ''}`}
          >
            <h2 className={urgent ? 'text-xl text-accent' : ''}>{s.title}</h2>
            <ul className="mt-1 space-y-1 print:space-y-0">
              {s.lines.map((l) => (
                <li key={l.text}>
                  {l.zones.length > 0 && <b>{l.zones.join(', ')}: </b>}
                  {l.text}
                  {facts && <span className="ml-2 whitespace-nowrap text-sm text-accent">because: {l.fact}</span>}
                </li>
              ))}
            </ul>
          </section>
        )
      })}
    </article>
  )
}

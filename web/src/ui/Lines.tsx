/** Lines under their names, those without text left out. */
export function Lines({ of, className = '' }: { of: [name: string, text: string | undefined][]; className?: string }) {
  return (
    <dl className={`grid gap-x-4 gap-y-1 sm:grid-cols-[11rem_minmax(0,1fr)] ${className}`}>
      {of
        .filter(([, text]) => text)
        .map(([name, text]) => (
          <div key={name} className="contents">
            <dt className="font-semibold">{name}</dt>
            <dd>{text}</dd>
          </div>
        ))}
    </dl>
  )
}

/** A sheet over the bench, for one hand. */
export const sheet =
  'm-auto max-h-[92dvh] w-[min(36rem,94vw)] overflow-y-auto border border-base-300 bg-base-100 p-5 ' +
  'text-base-content backdrop:bg-black/50'

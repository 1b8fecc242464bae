/** Pictures on their way. In the hand it lies over the corner of the reading: a row that came and went would move the picture under it. */
export const Sending = ({ pending }: { pending: number }) =>
  pending > 0 && (
    <p
      role="status"
      className="text-copy text-slate max-lg:pointer-events-none max-lg:absolute max-lg:right-6 max-lg:bottom-[100px] max-lg:rounded-md max-lg:bg-paper max-lg:px-2 max-lg:py-0.5"
    >
      Sending {pending === 1 ? 'the picture' : `${pending} pictures`}…
    </p>
  );

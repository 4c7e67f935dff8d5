import { type MarginPlace, useMargin, useTickets } from '../api/margin';
import { ErrorNote } from '../ui/ErrorNote';
import { Margin } from './Margin';

/** The margin of a chat, looked up by itself. */
export function KeptMargin({ place, people }: { place: MarginPlace; people: string[] }) {
  const margin = useMargin(place);
  const tickets = useTickets(place);
  return (
    <>
      <ErrorNote error={margin.error ?? tickets.error} />
      {margin.data && tickets.data && <Margin place={place} margin={margin.data} tickets={tickets.data} people={people} numbers />}
    </>
  );
}

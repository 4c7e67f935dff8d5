import { Select } from 'antd';
import { useKeepTicketAddresses, useTicketAddresses } from '../api/margin';
import { ErrorNote } from '../ui/ErrorNote';
import { NoMail } from './NoMail';

/** The mail addresses to which operators may send tickets; kept at once, for the live plan and every draft. */
export function TicketAddresses({ plan }: { plan: string }) {
  const kept = useTicketAddresses(plan);
  const keep = useKeepTicketAddresses(plan);
  return (
    <>
      <p className="soft">Tickets of chats may also go by mail to these addresses. This holds at once, whatever is live.</p>
      <NoMail />
      <Select
        mode="tags"
        aria-label="Tickets by mail to"
        placeholder="an address, then Enter"
        open={false}
        suffixIcon={null}
        // what was refused stays, so that it can be mended
        value={keep.isError ? keep.variables : (kept.data ?? [])}
        loading={keep.isPending}
        onChange={(addresses: string[]) => keep.mutate(addresses)}
      />
      <ErrorNote error={kept.error ?? keep.error} />
    </>
  );
}

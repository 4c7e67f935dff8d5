import { Button, Drawer } from 'antd';
import { memo, useState } from 'react';
import { CannedReplies } from '../canned/CannedReplies';

/** The replies kept ready, beside the desk. */
export const KeptReplies = memo(function KeptReplies({ plan }: { plan: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button type="text" onClick={() => setOpen(true)}>
        replies
      </Button>
      <Drawer title="Replies kept ready" open={open} onClose={() => setOpen(false)} size={620} destroyOnHidden>
        <CannedReplies plan={plan} />
      </Drawer>
    </>
  );
});

import { Button } from 'antd';
import { useState } from 'react';
import { useSession } from '../api/session';

/** Offers to reload once the server has become another version than the one this page came from. */
export function NewVersion() {
  const { data } = useSession();
  const [loaded] = useState(data?.release);
  if (!data || data.release === loaded) return null;
  return (
    <span className="connection" role="status">
      A newer version is here.{' '}
      <Button size="small" onClick={() => window.location.reload()}>
        Reload
      </Button>
    </span>
  );
}

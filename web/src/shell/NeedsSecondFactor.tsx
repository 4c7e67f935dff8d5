import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { SetUpDevice } from '../account/SecondFactor';
import { SESSION, useOfferSecondFactor, useSignOut } from '../api/session';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';

/** All that an account may do which needs a second factor and has none yet. */
export function NeedsSecondFactor() {
  const client = useQueryClient();
  const { mutate, data, error } = useOfferSecondFactor();
  const signOut = useSignOut();
  useEffect(() => mutate(), [mutate]);
  return (
    <main className="gate">
      <div className="gate-card gate-wide">
        <div className="brand">Kinetarch</div>
        <h1>Set up a second factor</h1>
        <p className="soft">An administrator asks your account for a code besides the password. It takes a minute.</p>
        <ErrorNote error={error} />
        {data && <SetUpDevice offer={data} onClose={() => client.invalidateQueries({ queryKey: SESSION })} />}
        <BusyButton type="link" busy={signOut.isPending} onClick={() => signOut.mutate()}>
          Sign out
        </BusyButton>
      </div>
    </main>
  );
}

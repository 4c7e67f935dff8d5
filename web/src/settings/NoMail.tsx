import { useOutside } from '../api/help';

/** Says where mail is promised that this installation sends none yet. */
export function NoMail() {
  const outside = useOutside();
  return outside.data && !outside.data.mail ? (
    <p className="warns">◆ This installation sends no mail yet: whoever runs it names a mail server (SPRING_MAIL_HOST).</p>
  ) : null;
}

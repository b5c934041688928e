import { Link } from 'react-router';
import { say } from '../words';

/** In the place of a form, for those who may look and not book. */
export function OnlyLooks({ title, back }: { title: string; back: [path: string, label: string] }) {
  return (
    <div className="page">
      <h1>{title}</h1>
      <p>{say('draft.youMayLookAtTheBooksBooking')}</p>
      <p>
        <Link to={back[0]}>{back[1]}</Link>
      </p>
    </div>
  );
}

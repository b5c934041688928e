import { Modal } from 'react-bootstrap';
import { Link } from 'react-router';

const KEYS: [string, string][] = [
  ['j, ↓', 'Next bank line'],
  ['k, ↑', 'Previous bank line'],
  ['Enter', 'Take the first candidate'],
  ['1 to 9', 'Take that candidate'],
  ['f', 'Take all firm ones'],
  ['n', 'Book a new entry from the bank line'],
  ['e', 'Declare a bank error'],
  ['x', 'Select the bank line'],
  ['m', 'Match what is selected'],
  ['u', 'Undo the match of the line, or the last step'],
  ['t', 'Trace the gap'],
  ['p', 'Fold the proof away, or show it'],
  ['/', 'Find anything'],
  ['?', 'Show these keys'],
  ['Esc', 'Close what is open'],
];

export function KeysHelp({ show, onHide }: { show: boolean; onHide: () => void }) {
  return (
    <Modal show={show} onHide={onHide} aria-labelledby="keys-title" animation={false}>
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="keys-title">
          Keys
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <table className="plain">
          <caption className="visually-hidden">All keys</caption>
          <tbody>
            {KEYS.map(([key, does]) => (
              <tr key={key}>
                <th scope="row">
                  <kbd>{key}</kbd>
                </th>
                <td>{does}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-3">
          <Link to="/glossary" onClick={onHide}>
            What the words mean
          </Link>
        </p>
      </Modal.Body>
    </Modal>
  );
}

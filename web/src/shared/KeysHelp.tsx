import { Modal } from 'react-bootstrap';
import { Link } from 'react-router';
import { say } from '../words';

const KEYS: [string, string][] = [
  [say('shared.j'), say('shared.nextBankLine')],
  [say('shared.k'), say('shared.previousBankLine')],
  [say('shared.enter'), say('shared.takeTheFirstCandidate')],
  [say('shared.1To9'), say('shared.takeThatCandidate')],
  ['f', say('shared.takeAllFirmOnes')],
  ['n', say('shared.bookANewEntryFromTheBank')],
  ['e', say('shared.declareABankError')],
  ['c', say('shared.writeANote')],
  ['x', say('shared.selectTheBankLine')],
  ['m', say('shared.matchWhatIsSelected')],
  ['u', say('shared.undoTheMatchOfTheLineOr')],
  ['t', say('shared.traceTheGap')],
  ['p', say('shared.foldTheProofAwayOrShowIt')],
  [say('shared.keysOfASlip'), say('shared.onASlipPutOnOrTakeOff')],
  [say('shared.keysOfADrawer'), say('shared.inADrawerTheNextCountTopUp')],
  ['/', say('shared.findAnything')],
  ['?', say('shared.showTheseKeys')],
  [say('shared.shiftAndArrow'), say('shared.selectAndGoOn')],
  [say('shared.esc'), say('shared.closeWhatIsOpen')],
];

export function KeysHelp({ show, onHide }: { show: boolean; onHide: () => void }) {
  return (
    <Modal show={show} onHide={onHide} aria-labelledby="keys-title" animation={false}>
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="keys-title">
          {say('shared.keys')}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <table className="plain">
          <caption className="visually-hidden">{say('shared.allKeys')}</caption>
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
            {say('shared.whatTheWordsMean')}
          </Link>
        </p>
      </Modal.Body>
    </Modal>
  );
}

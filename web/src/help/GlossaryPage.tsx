import { useState } from 'react';
import { TextField } from '../shared/fields';
import { glossary } from './glossary';
import { say } from '../words';

/** What the words on screen mean. */
export default function GlossaryPage() {
  const [typed, setTyped] = useState('');
  const wanted = typed.trim().toLowerCase();
  const found = glossary.filter(([word, meaning]) => `${word} ${meaning}`.toLowerCase().includes(wanted));
  return (
    <div className="page">
      <h1>{say('help.words')}</h1>
      <TextField
        className="mb-3 narrow-field"
        label={say('help.findAWord')}
        value={typed}
        onChange={setTyped}
      />
      <div className="sheet">
        <table className="plain">
          <caption className="visually-hidden">{say('help.whatTheWordsOnScreenMean')}</caption>
          <tbody>
            {found.map(([word, meaning]) => (
              <tr key={word}>
                <th scope="row" className="word">
                  {word}
                </th>
                <td>{meaning}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {found.length === 0 && <p className="quiet">{say('help.noWordFits')}</p>}
      </div>
    </div>
  );
}

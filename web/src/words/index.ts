import i18next from 'i18next';
import en from './en.json';

/** What the screens say, by key; a file beside this one, named after a language, says it in that language. */
export type Key = keyof typeof en;

const others = import.meta.glob<Record<string, string>>(['./*.json', '!./en.json'], { import: 'default' });

/** The language of the reader that there is a file for, the first they prefer; English where there is none. */
export function languageOf(preferred: readonly string[], known: string[]): string {
  for (const language of preferred) {
    const found = [language, language.split('-')[0]].find((l) => l !== undefined && known.includes(l));
    if (found !== undefined) return found;
  }
  return 'en';
}

const codes = Object.keys(others).map((file) => file.slice(2, -'.json'.length));
const language = languageOf(navigator.languages, ['en', ...codes]);
const other = await others[`./${language}.json`]?.();

void i18next.init({
  lng: language,
  fallbackLng: 'en',
  resources: { en: { words: en }, ...(other && { [language]: { words: other } }) },
  defaultNS: 'words',
  // a key is one whole name, and React puts text in as text
  keySeparator: false,
  nsSeparator: false,
  interpolation: { escapeValue: false },
  missingInterpolationHandler: () => '',
  initAsync: false,
});
document.documentElement.lang = language;

/** The words of a key, with the values that stand in them; a value that is not there leaves its place empty. */
export function say(key: Key, values: Record<string, string | number | undefined> = {}): string {
  return i18next.t(key, values);
}

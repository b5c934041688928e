/** A picture that was dropped on another page and goes to the form that it opens. */
let waiting: File | undefined;

export function carry(file: File) {
  waiting = file;
}

/** Once. */
export function carried(): File | undefined {
  const file = waiting;
  waiting = undefined;
  return file;
}

/** Whether a file is a picture or a paper of an expense, rather than a statement. */
export function isPaper(file: File): boolean {
  return /\.(png|jpe?g|pdf)$/i.test(file.name);
}

import { CodeSquare } from '../drawings/CodeSquare';
import { codeCells } from '../../formats/phoneCode';

/** A text as a code for a phone that is held up to the screen. */
export const PhoneCode = ({ text, words }: { text: string; words: string }) => (
  <CodeSquare cells={codeCells(text)} words={words} className="w-32 shrink-0" />
);

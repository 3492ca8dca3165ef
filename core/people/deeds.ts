/** What is written down for the owner, with the words that it is read by. */
export const DEEDS = {
  came: 'signed in',
  'came by digits': 'took over by four digits',
  'came by a press': 'came in by one press',
  'was turned away': 'was turned away at sign-in',
  left: 'signed out',
  'ended a session': 'ended a session',
  'set a password': 'set a password',
  'set digits': 'set four digits',
  'made a link': 'made a link to come in by',
  'added a person': 'added a person',
  'changed a person': 'changed what a person is',
  'opened the shop': 'opened the shop',
  'made a customer’s link': 'made a link for a customer',
  'took a link back': 'took a customer’s link back',
  'accepted by link': 'accepted a quote by their link',
  'made a token': 'let a program in',
  'took a token back': 'let a program in no more',
  'exported a customer': 'took a customer’s data out as a file',
  'erased a customer': 'erased a customer',
} as const;
export type Deed = keyof typeof DEEDS;

import type { Shown } from '../shared/words'

/** What the screens of this area say. */
export const texts = {
  accounts: 'Accounts',
  aNewAccount: 'A new account',
  atLeast10CharactersASentence: 'At least 10 characters; a sentence is good.',
  change: (a: Shown) => `Change ${a}`,
  change2: 'Change',
  changedYouStaySignedInHere: 'Changed. You stay signed in here; everywhere else you are signed out.',
  changePassword: 'Change password',
  currentPassword: 'Current password',
  endTheAccountOf: (a: Shown) => `End the account of ${a}`,
  endThisAccount: 'End this account …',
  everythingMakesAccountsMayTakeThe: 'everything, makes accounts, may take the seat from anybody',
  giveThisPassword: 'Give this password',
  isSignedOutAtOnceAnd: (a: Shown) =>
    `${a} is signed out at once and cannot sign in again. Everything that was entered under this name stays.`,
  isSignedOutEverywhereAndSigns: (a: Shown) => `${a} is signed out everywhere and signs in with the new one.`,
  looksAtJobsAndComments: 'looks at jobs and comments',
  makeTheAccount: 'Make the account',
  makeTheFirstAccount: 'Make the first account',
  may: 'May',
  name: 'Name',
  newPassword: 'New password',
  nobodyCanSignInHereYet:
    'Nobody can sign in here yet. The first account is a manager’s; it makes the others.',
  oneMoment: 'One moment.',
  opensJobsAndCaseFilesHooks: 'opens jobs and case files, hooks up, reads, commands',
  opensJobsAndCaseFilesHooksUp: 'opens jobs and case files, hooks up, reads; commands nothing',
  password: 'Password',
  role: 'Role',
  signIn: 'Sign in',
  withTheAccountThatAManager: 'With the account that a manager has made for you.',
  yourPassword: 'Your password',
}

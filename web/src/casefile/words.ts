/** What the screens of this area say. */
export const texts = {
  caseFile: 'Case file',
  checkingTheCaseFile: 'Checking the case file',
  openACaseFile: 'Open a case file',
}

export default {
  theExportFailedSignInAgain: 'The export failed. Sign in again and retry.',
  theLibraryAnswered: 'The library answered {status}.',
  theServerSentAnUnreadableAnswer: 'The server sent an unreadable answer. Try again.',
  youAreOfflineYourEntriesAre: 'You are offline. Your entries are saved here and upload when you are online.',
} as const;

export default {
  answered: 'answered',
  changedTheSpeciesNameOfYour: 'changed the species name of your visit',
  forYou: 'For you',
  mentionedYou: 'mentioned you',
  new: 'new',
  noMessagesAndNoQuestionsAbout: 'No messages and no questions about your visits.',
  questionedYourVisit: 'questioned your visit',
  tryAgain: 'Try again',
  whatYouAreTold: 'your messages',
} as const;

export default {
  waitingForReview: 'waiting for review',
  nameChangedBy: 'name changed by {name}',
  questionedBy: 'questioned by {name}',
  confirmedBy: 'confirmed by {name}',
  inspectedSignsMarks:
    '{percent}% inspected, {signs, plural, one {# sign} other {# signs}}, {observations, plural, one {# ID feature} other {# ID features}}',
  aColleagueOnThisDevice: 'a colleague on this device',
  judgedFromTheWholeRecordWith: 'Assessed from the whole record with library {judgedWith}.',
  lastAssessed: 'last assessed {day}',
  note: 'Note',
  reassessedWithTheFullRecord: 'Reassessed with the full record',
  savedHereNotAcceptedByThe: 'saved here; not accepted by the server, see More',
  savedHereNotUploadedYet: 'saved here, not uploaded yet',
  seenBy: 'seen by {by}',
  seenByAndMore: 'seen by {by} and {by2} more',
  takenInFromTheTree: 'Taken in: {part} {label}, from the tree.',
  takenInPickedUpBelowThe: 'Taken in: {part} {label}, picked up below the tree.',
} as const;

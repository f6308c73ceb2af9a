export default {
  areAtThisTreeNow: '{others} {count, plural, one {is} other {are}} at this tree now',
  bothVisitsWouldBeSavedAgree: 'Both visits would be saved. Agree with your colleague who makes the visit.',
} as const;

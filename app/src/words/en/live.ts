export default {
  and: '{names} and {names2}',
  areAtThisTreeNow: '{others} {others2, plural, one {is} other {are}} at this tree now',
  bothVisitsWouldBeSavedAgree: 'Both visits would be saved. Agree with your colleague who makes the visit.',
} as const;

export default {
  aHrefButtonInputSelectTextarea: 'a[href], button, input, select, textarea, [tabindex]:not([tabindex="-1"])',
  dendrix: '{words} · Dendrix',
  fetching: 'Fetching {what} …',
  roleRadioRoleCheckboxRoleTab: '[role="radio"], [role="checkbox"], [role="tab"], [role="switch"], [role="option"]',
  roleRadioRoleTabRoleOption: '[role="radio"], [role="tab"], [role="option"]',
  roleRadiogroupRoleTablistRole: '[role="radiogroup"], [role="tablist"], [role="listbox"]',
} as const;

/**
 * Version of the rules of assessing. It is raised where the same record is assessed otherwise than before in what is dangerous, so that
 * a service that is upgraded assesses every tree again: 2, what a later visit does not mention still counts; 3, so do works and what a person set; 4, a crown that
 * nobody looked at is looked at within half a year, whatever the tape says.
 */
export const RULES = 4;

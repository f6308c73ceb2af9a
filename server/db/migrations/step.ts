/**
 * One step of the schema. A step that has run is never changed; a change is a new step. MariaDB cannot take a change of a table back,
 * so every statement can be run again: a step that was cut short is simply run once more.
 */
export interface Step {
  name: string;
  statements: readonly string[];
}

export const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
export const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci';

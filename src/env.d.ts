declare namespace App {
  interface Locals {
    /** Why the page that was asked for cannot be shown; set for the page that says so. */
    problem?: import('./contracts/problem.ts').Problem;
  }
}

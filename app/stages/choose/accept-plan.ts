/** The edit that takes a plan: fetched when the page has come to rest. */
export { acceptPlan as default } from "#core/stages/choose/accept";

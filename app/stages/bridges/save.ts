/** The edit that says a bridge was saved: fetched when the page has come to rest. */
export { saveBridge as default } from "#core/stages/bridges/save";

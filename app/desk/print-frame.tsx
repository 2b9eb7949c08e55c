/** The title block of a printed sheet, the paper it goes to, and the question for it. */
import { Suspense, useEffect, useState } from "react";
import { useLocation } from "react-router";
import { STAGE_NAMES } from "#core/design/stage-names";
import { placeText } from "#core/design/place";
import { byId } from "#core/design/collections";
import { lazily } from "../kit/lazily";
import { today } from "../kit/now";
import { onAskPrint, setSheet, usePrinting } from "../kit/printing";
import { TitleBlock, type TitleFact } from "../kit/title-block";
import { useDesign, useDesk, useDeskPart } from "./desk";

const PrintDialog = lazily(() => import("./print-dialog"));

/** What the open sheet is called: its stage, and the tabs that are chosen on it. */
function sheetName(stage: string | undefined): string {
  const own = STAGE_NAMES.find((one) => one.stage === stage)?.name;
  const other = stage === "settings" ? "Settings" : stage === "compare" ? "Comparison" : "";
  const tabs = [...document.querySelectorAll("main [role=tab][aria-selected=true]")];
  return [own ?? other, ...tabs.map((tab) => tab.textContent.trim())].filter(Boolean).join(" · ");
}

export function PrintFrame() {
  const printing = usePrinting();
  const [asking, setAsking] = useState(false);
  useEffect(() => {
    onAskPrint(() => setAsking(true));
    return () => onAskPrint();
  }, []);
  return (
    <>
      <Paper />
      {printing && <Head />}
      {asking && (
        <Suspense>
          <PrintDialog onClose={() => setAsking(false)} />
        </Suspense>
      )}
    </>
  );
}

/** Tells the browser of the paper, also for those who print by the browser's own key. */
function Paper() {
  const { preferences } = useDesk();
  const { paper, landscape } = preferences;
  const { name } = useDesign().design;
  const revision = useDeskPart("revision");
  useEffect(
    () => setSheet({ paper, landscape }, `${name} · revision ${revision} · ${today()}`),
    [paper, landscape, name, revision],
  );
  return null;
}

function Head() {
  const design = useDesign();
  const { level } = useDesk();
  const revision = useDeskPart("revision");
  const stage = useLocation().pathname.split("/")[3];
  const { name, latitudeDeg, longitudeDeg } = design.design;
  const drawn = document.querySelector('main svg[aria-label^="Plan of"]');
  const facts: TitleFact[] = [
    ["Sheet", sheetName(stage)],
    ...(drawn ? [["Level", byId(design, "levels").get(level)?.name ?? ""] as TitleFact] : []),
    ["Date", today()],
    ["Revision", String(revision)],
    ["Place", placeText(latitudeDeg, longitudeDeg)],
  ];
  return <TitleBlock title={name} facts={facts} />;
}

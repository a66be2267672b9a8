/** The cautions that stand over every teardown. They defer to those who know the machine and the law. */
export function Cautions() {
  return (
    <aside className="caution" aria-label="Cautions">
      <b>Before anything else:</b> shut down, unplug, discharge to about a quarter, earth yourself; inside, disconnect
      the battery first. Swollen, punctured, hot or sweet-smelling: stop, do not press, pry, charge or puncture; move
      away from people and anything that burns. Adapters and mains supplies stay closed. The maker’s safety sheet, local
      codes and licensed practice come first.
    </aside>
  );
}

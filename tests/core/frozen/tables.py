"""Every frozen table by the name of its file."""

from tests.core.frozen import cameras, crafts, mistakes, nights, pictures, plans, quantities

TABLES = {
    "crafts": crafts.table,
    "mistakes": mistakes.table,
    "plans": plans.table,
    "quantities": quantities.table,
    "nights": nights.table,
    "pictures": pictures.table,
    "cameras": cameras.table,
}

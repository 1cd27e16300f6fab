"""Every frozen table by the name of its file."""

from tests.core.frozen import cameras, nights, pictures, plans, quantities

TABLES = {
    "plans": plans.table,
    "quantities": quantities.table,
    "nights": nights.table,
    "pictures": pictures.table,
    "cameras": cameras.table,
}

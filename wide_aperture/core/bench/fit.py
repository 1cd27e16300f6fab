"""Least squares with what they leave unsure."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from wide_aperture.core.errors import DomainError

SURE = 1.96  # standard deviations on either side of a 95 % interval
# By degrees of freedom, Student's t at 95 %; beyond the table the normal one's.
STUDENT = (
    12.71,
    4.30,
    3.18,
    2.78,
    2.57,
    2.45,
    2.36,
    2.31,
    2.26,
    2.23,
    2.20,
    2.18,
    2.16,
    2.14,
    2.13,
    2.12,
    2.11,
    2.10,
    2.09,
    2.09,
)


def student(freedom: int) -> float:
    """How many standard errors a 95 % interval reaches to either side. Raises: DomainError without a degree of freedom."""
    if freedom < 1:
        raise DomainError("frames", freedom, "must be more, to tell how sure it is")
    return STUDENT[freedom - 1] if freedom <= len(STUDENT) else 1.98 if freedom < 60 else SURE


@dataclass(frozen=True, slots=True)
class Fitted:
    """values: of each unknown; covariance: shape (k, k); freedom: degrees left."""

    values: NDArray[np.float64]
    covariance: NDArray[np.float64]
    freedom: int

    @property
    def errors(self) -> NDArray[np.float64]:
        """The standard error of each unknown."""
        return np.sqrt(np.maximum(np.diag(self.covariance), 0))

    def error_along(self, slope: ArrayLike) -> float:
        """The standard error of something that changes by slope with the unknowns, shape (k,)."""
        along = np.asarray(slope, np.float64)
        return float(np.sqrt(max(float(along @ self.covariance @ along), 0.0)))

    def scaled(self, by: NDArray[np.float64]) -> Fitted:
        """The same unknowns, each counted in units so many times smaller."""
        return Fitted(self.values * by, self.covariance * np.outer(by, by), self.freedom)

    def span(self, k: int) -> tuple[float, float, float]:
        """(value, low, high) of an unknown at 95 %."""
        half = student(self.freedom) * float(self.errors[k])
        return float(self.values[k]), float(self.values[k]) - half, float(self.values[k]) + half


def least_squares(columns: ArrayLike, told: ArrayLike, weights: ArrayLike | None = None) -> Fitted:
    """The unknowns of columns @ unknowns = told.

    Args: columns: shape (n, k); told: shape (n,); weights: 1 over each variance, known up to one factor, which the misfit gives.
    Raises: DomainError for fewer points than unknowns and one, or columns that say the same.
    """
    table, values = np.asarray(columns, np.float64), np.asarray(told, np.float64)
    n, k = table.shape
    if n <= k:
        raise DomainError("frames", n, f"must tell at least {k + 1} points")
    w = np.ones(n) if weights is None else np.asarray(weights, np.float64)
    normal = table.T @ (table * w[:, None])
    try:
        inverse = np.linalg.inv(normal)
    except np.linalg.LinAlgError as error:
        raise DomainError("frames", n, "must differ in what the test varies") from error
    found = inverse @ (table.T @ (values * w))
    misfit = values - table @ found
    factor = float((w * misfit**2).sum() / (n - k))
    return Fitted(found, np.asarray(inverse * factor, np.float64), n - k)


def mean_span(values: ArrayLike) -> tuple[float, float, float]:
    """(mean, low, high) of values at 95 %. Raises: DomainError for fewer than two."""
    known = np.asarray(values, np.float64)
    if len(known) < 2:
        raise DomainError("frames", len(known), "must be two at least, to tell how sure it is")
    half = student(len(known) - 1) * float(known.std(ddof=1)) / np.sqrt(len(known))
    return float(known.mean()), float(known.mean()) - half, float(known.mean()) + half

"""Rank odds in NumPy over the numbers that the program's own bench wrote: vectorised over units, kinds and criteria, loops over blocks of draws alone.

`dense` computes every criterion of every kind of every unit in each draw. `sparse` takes what is known together, its logarithms once and one matrix
product a block, and goes through what is open cell by cell. A block is as many draws as measured fastest.
"""
import sys
import time

import numpy as np

FLOOR, SPREAD, CONCENTRATION = 0.01, 0.15, 150.0


def read(path):
    raw = np.fromfile(path)
    n, kinds, criteria = (int(x) for x in raw[:3])
    sizes = [kinds, criteria, kinds, n * kinds * criteria, n * kinds * criteria]
    parts = np.split(raw[3:], np.cumsum(sizes)[:-1])
    low, high = (part.reshape(n, kinds, criteria) for part in parts[3:])
    return parts[0], parts[1], parts[2], low, high


def dense(numbers, draws, block):
    """Scores of a block, units by draws, with every value drawn anew; arrays are criteria by kinds by units by draws and written in place."""
    kind_weights, weights, per_log_effort, low, high = numbers
    random = np.random.Generator(np.random.SFC64(7))
    n = low.shape[0]
    low, width = (np.ascontiguousarray(a.transpose(2, 1, 0)) for a in (low, high - low))
    values = np.empty(low.shape + (block,))

    def scores():
        kinds_drawn = random.dirichlet(CONCENTRATION * kind_weights / kind_weights.sum(), block)
        drawn = random.dirichlet(CONCENTRATION * weights / weights.sum(), block)
        u = random.random((weights.size, 1, n, block))
        effort = random.standard_normal((1, n, block)) * SPREAD
        np.multiply(u, width[..., None], out=values)
        np.add(values, low[..., None], out=values)
        shift = effort * per_log_effort[:, None, None]
        at_low = np.clip(low[0][..., None] - shift, 0, 1)
        at_high = np.clip((low[0] + width[0])[..., None] - shift, 0, 1)
        np.add(at_low, u[0] * (at_high - at_low), out=values[0])
        np.maximum(values, FLOOR, out=values)
        np.log(values, out=values)
        of_kinds = np.einsum("cknb,bc->knb", values, drawn)
        np.exp(of_kinds, out=of_kinds)
        return np.einsum("knb,bk->nb", of_kinds, kinds_drawn)

    return scores


def sparse(numbers, draws, block):
    kind_weights, weights, per_log_effort, low, high = numbers
    random = np.random.Generator(np.random.SFC64(7))
    n, kinds, criteria = low.shape
    is_open = high != low
    is_open[:, :, 0] = False
    known = np.where(is_open, 0.0, np.log(np.maximum(low, FLOOR)))
    known[:, :, 0] = 0.0
    known = known.reshape(-1, criteria)
    unit_at, kind_at, criterion_at = np.nonzero(is_open)
    start, width, cell = low[is_open], (high - low)[is_open], unit_at * kinds + kind_at
    # The first open criterion of every cell, then the second, and so on: no cell stands twice in one of these.
    number = np.arange(cell.size) - np.searchsorted(cell, cell)
    turns = [np.nonzero(number == turn)[0] for turn in range(number.max() + 1)]

    def scores():
        kinds_drawn = random.dirichlet(CONCENTRATION * kind_weights / kind_weights.sum(), block)
        drawn = random.dirichlet(CONCENTRATION * weights / weights.sum(), block)
        u = random.random((criteria, n, block))
        effort = random.standard_normal((n, block)) * SPREAD
        log_scores = known @ drawn.T
        values = u[criterion_at, unit_at]
        values *= width[:, None]
        values += start[:, None]
        np.maximum(values, FLOOR, out=values)
        np.log(values, out=values)
        values *= drawn.T[criterion_at]
        for rows in turns:
            log_scores[cell[rows]] += values[rows]
        shift = effort[:, None, :] * per_log_effort[None, :, None]
        at_low = np.clip(low[:, :, 0, None] - shift, 0, 1)
        reach = np.clip(high[:, :, 0, None] - shift, 0, 1)
        reach -= at_low
        reach *= u[0][:, None, :]
        reach += at_low
        np.maximum(reach, FLOOR, out=reach)
        np.log(reach, out=reach)
        reach *= drawn[:, 0]
        log_scores = log_scores.reshape(n, kinds, block)
        log_scores += reach
        np.exp(log_scores, out=log_scores)
        return np.einsum("nkb,bk->nb", log_scores, kinds_drawn)

    return scores


def odds(make, numbers, draws, block):
    n = numbers[3].shape[0]
    scores_of_block = make(numbers, draws, block)
    places = np.zeros((n, n), dtype=np.int64)
    above = np.zeros((n, n), dtype=np.int32)
    for _ in range(0, draws, block):
        scores = scores_of_block()
        order = np.argsort(-scores, axis=0)
        ranked = np.take_along_axis(scores, order, axis=0)
        fresh = np.ones_like(order, dtype=bool)
        fresh[1:] = ranked[1:] != ranked[:-1]
        place = np.maximum.accumulate(np.where(fresh, np.arange(n)[:, None], 0), axis=0)
        places += np.bincount((order * n + place).ravel(), minlength=n * n).reshape(n, n)
        # Small whole numbers are compared faster than scores, and equal scores have equal places.
        taken = np.empty((block, n), dtype=np.int16)
        np.put_along_axis(taken, order.T, place.T.astype(np.int16), axis=1)
        for d in range(0, block, 20):
            some = taken[d:d + 20]
            above += np.add.reduce((some[:, :, None] < some[:, None, :]).view(np.uint8), axis=0, dtype=np.uint8)
    return places, above


if __name__ == "__main__":
    make, path, draws, block = {"dense": dense, "sparse": sparse}[sys.argv[1]], sys.argv[2], int(sys.argv[3]), int(sys.argv[4])
    numbers = read(path)
    odds(make, numbers, block, block)
    times = []
    for _ in range(3):
        begin = time.perf_counter()
        places, above = odds(make, numbers, draws, block)
        times.append(time.perf_counter() - begin)
    pairs = ",".join(f"{above[unit, unit + 8] / draws:.4f}" for unit in range(8))
    print(sorted(times)[1], 0, pairs)

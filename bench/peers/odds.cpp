// Rank odds in C++ over the numbers that the program's own bench wrote: draws, scores, places and pairs, block by block, all cores.
// Built with -O3 -march=native -ffast-math -fopenmp; inner loops run over the draws of a block, and logarithms of known values are taken once.
#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <fstream>
#include <random>
#include <utility>
#include <vector>

constexpr int Block = 200;
constexpr int Lanes = 8;
constexpr int Criteria = 9;
constexpr double Floor = 0.01, Spread = 0.15, Concentration = 150;

struct alignas(64) Row { double at[Block]; };

// xoshiro256+, eight side by side, so that the compiler can keep them in one register.
struct Random {
    alignas(64) uint64_t s[4][Lanes];
    explicit Random(uint64_t seed) {
        for (auto& word : s)
            for (auto& lane : word) {
                uint64_t z = (seed += 0x9E3779B97F4A7C15ull);
                z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9ull;
                z = (z ^ (z >> 27)) * 0x94D049BB133111EBull;
                lane = z ^ (z >> 31);
            }
    }
    void fill(Row& row) {
        for (int d = 0; d < Block; d += Lanes) {
#pragma omp simd
            for (int l = 0; l < Lanes; l++) {
                uint64_t bits = ((s[0][l] + s[3][l]) >> 12) | 0x3FF0000000000000ull;
                double value;
                std::memcpy(&value, &bits, sizeof value);
                row.at[d + l] = value - 1;
                uint64_t t = s[1][l] << 17;
                s[2][l] ^= s[0][l];
                s[3][l] ^= s[1][l];
                s[1][l] ^= s[2][l];
                s[0][l] ^= s[3][l];
                s[2][l] ^= t;
                s[3][l] = (s[3][l] << 45) | (s[3][l] >> 19);
            }
        }
    }
};

static std::vector<Row> dirichlet(const std::vector<double>& weights, std::mt19937_64& random) {
    double whole = 0;
    for (double w : weights) whole += w;
    std::vector<Row> rows(weights.size());
    for (size_t w = 0; w < weights.size(); w++) {
        std::gamma_distribution<double> gamma(Concentration * weights[w] / whole, 1);
        for (double& value : rows[w].at) value = gamma(random);
    }
    for (int d = 0; d < Block; d++) {
        double sum = 0;
        for (auto& row : rows) sum += row.at[d];
        for (auto& row : rows) row.at[d] /= sum;
    }
    return rows;
}

int main(int argc, char** argv) {
    const char* file = argv[1];
    const int draws = std::atoi(argv[2]);
    std::ifstream in(file, std::ios::binary);
    double head[3];
    in.read(reinterpret_cast<char*>(head), sizeof head);
    const int n = static_cast<int>(head[0]), kinds = static_cast<int>(head[1]);
    std::vector<double> kindWeights(kinds), criterionWeights(Criteria), perLogEffort(kinds);
    auto read = [&](std::vector<double>& v) { in.read(reinterpret_cast<char*>(v.data()), static_cast<std::streamsize>(v.size() * sizeof(double))); };
    read(kindWeights);
    read(criterionWeights);
    read(perLogEffort);
    const size_t cells = static_cast<size_t>(n) * kinds * Criteria;
    std::vector<double> low(cells), high(cells), known(cells);
    read(low);
    read(high);
    for (size_t i = 0; i < cells; i++) known[i] = std::log(std::max(low[i], Floor));

    double best[5];
    std::vector<int> places, above;
    for (double& seconds : best) {
        auto start = std::chrono::steady_clock::now();
        places.assign(static_cast<size_t>(n) * n, 0);
        above.assign(static_cast<size_t>(n) * n, 0);
#pragma omp parallel
        {
            std::vector<int> myPlaces(static_cast<size_t>(n) * n), myAbove(static_cast<size_t>(n) * n);
            std::vector<Row> scores(n);
            std::vector<std::pair<double, int>> order(n);
            Row u[Criteria], z, turn, acc, sum;
#pragma omp for schedule(dynamic)
            for (int block = 0; block < draws / Block; block++) {
                std::mt19937_64 weightsRandom(77 + block);
                auto W = dirichlet(kindWeights, weightsRandom);
                auto w = dirichlet(criterionWeights, weightsRandom);
                for (int unit = 0; unit < n; unit++) {
                    Random random(static_cast<uint64_t>(block) * 1000003 + unit);
                    for (auto& row : u) random.fill(row);
                    random.fill(z);
                    random.fill(turn);
#pragma omp simd
                    for (int d = 0; d < Block; d++) z.at[d] = Spread * std::sqrt(-2 * std::log(1 - z.at[d])) * std::cos(2 * M_PI * turn.at[d]);
                    for (double& value : sum.at) value = 0;
                    for (int k = 0; k < kinds; k++) {
                        const size_t at = (static_cast<size_t>(unit) * kinds + k) * Criteria;
                        const double g = perLogEffort[k];
                        {
                            const double a = low[at], b = high[at];
                            if (a == b) {
#pragma omp simd
                                for (int d = 0; d < Block; d++) {
                                    double v = std::min(1.0, std::max(0.0, a - g * z.at[d]));
                                    acc.at[d] = w[0].at[d] * std::log(std::max(v, Floor));
                                }
                            } else {
#pragma omp simd
                                for (int d = 0; d < Block; d++) {
                                    double lo = std::min(1.0, std::max(0.0, a - g * z.at[d])), hi = std::min(1.0, std::max(0.0, b - g * z.at[d]));
                                    acc.at[d] = w[0].at[d] * std::log(std::max(lo + u[0].at[d] * (hi - lo), Floor));
                                }
                            }
                        }
                        for (int c = 1; c < Criteria; c++) {
                            const double a = low[at + c], range = high[at + c] - a, l = known[at + c];
                            if (range == 0) {
#pragma omp simd
                                for (int d = 0; d < Block; d++) acc.at[d] += w[c].at[d] * l;
                            } else {
#pragma omp simd
                                for (int d = 0; d < Block; d++) acc.at[d] += w[c].at[d] * std::log(std::max(a + u[c].at[d] * range, Floor));
                            }
                        }
#pragma omp simd
                        for (int d = 0; d < Block; d++) sum.at[d] += W[k].at[d] * std::exp(acc.at[d]);
                    }
                    scores[unit] = sum;
                }
                for (int d = 0; d < Block; d++) {
                    for (int unit = 0; unit < n; unit++) order[unit] = {-scores[unit].at[d], unit};
                    std::sort(order.begin(), order.end());
                    int place = 0;
                    for (int rank = 0; rank < n; rank++) {
                        if (rank > 0 && order[rank].first != order[rank - 1].first) place = rank;
                        myPlaces[static_cast<size_t>(order[rank].second) * n + place]++;
                    }
                }
                for (int a = 0; a < n; a++)
                    for (int b = a + 1; b < n; b++) {
                        int64_t more = 0, less = 0;
                        const double *mine = scores[a].at, *theirs = scores[b].at;
#pragma omp simd reduction(+ : more, less)
                        for (int d = 0; d < Block; d++) {
                            more += mine[d] > theirs[d];
                            less += mine[d] < theirs[d];
                        }
                        myAbove[static_cast<size_t>(a) * n + b] += static_cast<int>(more);
                        myAbove[static_cast<size_t>(b) * n + a] += static_cast<int>(less);
                    }
            }
#pragma omp critical
            for (size_t i = 0; i < places.size(); i++) {
                places[i] += myPlaces[i];
                above[i] += myAbove[i];
            }
        }
        seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
    }
    std::sort(best, best + 5);
    std::printf("%f 0 ", best[2]);
    for (int unit = 0; unit < 8; unit++)
        std::printf("%s%.4f", unit == 0 ? "" : ",", static_cast<double>(above[static_cast<size_t>(unit) * n + unit + 8]) / draws);
    std::printf("\n");
}

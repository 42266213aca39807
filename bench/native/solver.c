/* The scalar loop of core/src/soil/heat/conduct.ts in C, for comparison only: the same scheme, the same arrays.
 * cc -O3 -march=native -o solver solver.c -lm
 * solver <nodes> <days> <side by side>: seconds of <days> days of hourly steps; members side by side in the inner loop. */
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

enum { most = 64, widest = 8 };
static const double carried = 1.2071067811865475;

static void factor(int n, const double *held, const double *link, double a, double *own, double *above, double *below,
                   double *top) {
  for (int i = 0; i < n; i++) {
    double lower = i ? a * link[i] : 0;
    double pivot = held[i] + a * (link[i] + link[i + 1]) - (i ? lower * below[i - 1] : 0);
    own[i] = held[i] / pivot;
    above[i] = lower / pivot;
    below[i] = a * link[i + 1] / pivot;
    if (!i) *top = 1 / pivot;
  }
}

static double step(int n, double *restrict t, const double *restrict own, const double *restrict above,
                   const double *restrict below, double *restrict x, double *restrict y, double fromInner, double to) {
  double down = 2 * own[0] * t[0] + fromInner;
  y[0] = down;
  for (int i = 1; i < n; i++) y[i] = down = 2 * own[i] * t[i] + above[i] * down;
  double up = y[n - 1];
  x[n - 1] = t[n - 1] + carried * (up - 2 * t[n - 1]);
  for (int i = n - 2; i >= 0; i--) {
    up = y[i] + below[i] * up;
    x[i] = t[i] + carried * (up - 2 * t[i]);
  }
  y[0] = down = own[0] * x[0] + to;
  for (int i = 1; i < n; i++) y[i] = down = own[i] * x[i] + above[i] * down;
  t[n - 1] = up = y[n - 1];
  double coldest = up;
  for (int i = n - 2; i >= 0; i--) {
    t[i] = up = y[i] + below[i] * up;
    if (up < coldest) coldest = up;
  }
  return coldest;
}

/* Several members in one loop: the same sums, the processor's lanes filled. */
static double stepWide(int n, int w, double (*restrict t)[widest], const double *restrict own, const double *restrict above,
                       const double *restrict below, double (*restrict x)[widest], double (*restrict y)[widest],
                       double fromInner, double to) {
  double coldest = 1e9;
  (void)w;
  for (int m = 0; m < widest; m++) y[0][m] = 2 * own[0] * t[0][m] + fromInner;
  for (int i = 1; i < n; i++)
    for (int m = 0; m < widest; m++) y[i][m] = 2 * own[i] * t[i][m] + above[i] * y[i - 1][m];
  for (int m = 0; m < widest; m++) x[n - 1][m] = t[n - 1][m] + carried * (y[n - 1][m] - 2 * t[n - 1][m]);
  for (int i = n - 2; i >= 0; i--)
    for (int m = 0; m < widest; m++) {
      y[i][m] += below[i] * y[i + 1][m];
      x[i][m] = t[i][m] + carried * (y[i][m] - 2 * t[i][m]);
    }
  for (int m = 0; m < widest; m++) y[0][m] = own[0] * x[0][m] + to;
  for (int i = 1; i < n; i++)
    for (int m = 0; m < widest; m++) y[i][m] = own[i] * x[i][m] + above[i] * y[i - 1][m];
  for (int m = 0; m < widest; m++) t[n - 1][m] = y[n - 1][m];
  for (int i = n - 2; i >= 0; i--)
    for (int m = 0; m < widest; m++) t[i][m] = y[i][m] + below[i] * t[i + 1][m];
  for (int m = 0; m < widest; m++) coldest = fmin(coldest, t[0][m]);
  return coldest;
}

int main(int argc, char **argv) {
  int n = argc > 1 ? atoi(argv[1]) : 24, days = argc > 2 ? atoi(argv[2]) : 20000, wide = argc > 3 ? atoi(argv[3]) : 1;
  double held[most], link[most + 1], own[most], above[most], below[most], t[most], x[most], y[most], top = 0;
  static double tw[most][widest], xw[most][widest], yw[most][widest];
  double a = 3600 * (2 - sqrt(2)) / 2, thick[most];
  for (int i = 0; i < n; i++) {
    thick[i] = i < 8 ? 0.01 : thick[i - 1] * 1.32;
    held[i] = 2e6 * thick[i];
    t[i] = 12;
    for (int m = 0; m < widest; m++) tw[i][m] = 12;
  }
  for (int i = 1; i < n; i++) link[i] = 1 / (thick[i - 1] / 2 + thick[i] / 2);
  link[n] = 0;
  struct timespec b, e;
  double sum = 0;
  clock_gettime(CLOCK_MONOTONIC, &b);
  for (int d = 0; d < days; d++) {
    double skin = 18 + d % 5;
    link[0] = 1 / (1 / skin + 1 / (1 / (thick[0] / 2)));
    factor(n, held, link, a, own, above, below, &top);
    for (int h = 0; h < 24; h++) {
      double from = 15 + 5 * (h % 12) / 12.0, to = 15 + 5 * ((h + 1) % 12) / 12.0;
      double inner = from + 0.5857864376269049 * (to - from), g = a * link[0] * top;
      sum += wide > 1 ? stepWide(n, wide, tw, own, above, below, xw, yw, g * (from + inner), g * to)
                      : step(n, t, own, above, below, x, y, g * (from + inner), g * to);
    }
  }
  clock_gettime(CLOCK_MONOTONIC, &e);
  double seconds = (double)(e.tv_sec - b.tv_sec) + 1e-9 * (double)(e.tv_nsec - b.tv_nsec);
  printf("%.9f %.6f\n", seconds * 1e9 / ((double)days * 24 * n * (wide > 1 ? widest : 1)), sum / days);
  return 0;
}

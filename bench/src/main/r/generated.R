# Series whose truth is known:
#   Rscript generated.R DIRECTORY
# writes NAME.csv with what was drawn and NAME_truth.csv with what had to be expected of each step.
set.seed(23)
directory <- commandArgs(trailingOnly = TRUE)[1]
week <- c(1.1, 1.15, 1.05, 1, 0.95, 0.45, 0.4)
shape <- function(slots, peak) {
  hour <- (seq_len(slots) - 0.5) * 24 / slots
  curve <- exp(-(hour - peak)^2 / 12) + 0.6 * exp(-(hour - peak - 6)^2 / 6) + 0.02
  curve / mean(curve)
}
put <- function(name, drawn, truth) {
  writeLines(format(drawn, trim = TRUE), file.path(directory, paste0(name, ".csv")))
  writeLines(format(signif(truth, 6), trim = TRUE, drop0trailing = TRUE), file.path(directory, paste0(name, "_truth.csv")))
}
# Counts that vary by chance and, all of a day together, by so much more.
counts <- function(mean, together, per_day = 1) {
  days <- length(mean) / per_day
  rpois(length(mean), mean * rep(rgamma(days, 1 / together^2, 1 / together^2), each = per_day))
}
by_day <- function(days) rep_len(week, days)

mean <- 200 * exp(0.004 * seq_len(400)) * by_day(400)
put("generated_growth_days", counts(mean, 0.05), mean)

level <- cumsum(rnorm(500, 0, 0.05))
mean <- 400 * exp(level) * by_day(500)
put("generated_walk_days", rpois(500, mean), mean)

mean <- 150 * ifelse(seq_len(260) > 236, 2, 1) * by_day(260)
put("generated_doubled_days", counts(mean, 0.06), mean)

cycle <- as.numeric(arima.sim(list(ar = c(1.85, -0.92)), 157, sd = 0.06))
mean <- 300 * exp(cycle)
put("generated_cyclic_days", rpois(157, mean), mean)

mean <- 90 * by_day(70)
put("generated_ten_weeks_days", counts(mean, 0.1), mean)

mean <- 10 / 24 * rep(by_day(140), each = 24) * rep(shape(24, 11), 140)
put("generated_few_hours", rpois(length(mean), mean), mean)

level <- as.numeric(arima.sim(list(ar = 0.995), 24 * 140, sd = 0.02))
mean <- 60 * exp(level) * rep(by_day(140), each = 24) * rep(shape(24, 12), 140)
put("generated_wandering_hours", rpois(length(mean), mean), mean)

slow <- seq(0, 1, length.out = 112)
mean <- as.numeric(vapply(seq_len(112), function(d) {
  30 * by_day(112)[d] * ((1 - slow[d]) * shape(48, 10) + slow[d] * shape(48, 13))
}, numeric(48)))
put("generated_later_half_hours", counts(mean, 0.08, 48), mean)

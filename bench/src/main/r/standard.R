# What the methods of R's package forecast make of the same series at the same points of the past:
#   Rscript standard.R DIRECTORY SERIES.csv > standard.csv
# One line by series, point of the past and method, with the sum of the absolute errors and of what came.
suppressMessages(library(forecast))
told <- commandArgs(trailingOnly = TRUE)
series <- read.csv(told[2])
MOST_DAYS <- 3 * 365 # an automatic ARIMA of more takes minutes and is no better
MOST_DAYS_OF_INTERVALS <- 17 * 7

of_days <- function(past, steps) {
  weekly <- ts(past, frequency = 7)
  made <- list(
    "seasonal naive" = function() snaive(weekly, h = steps),
    "naive" = function() naive(past, h = steps),
    "exponential smoothing" = function() forecast(ets(weekly), h = steps),
    "damped trend" = function() forecast(ets(past, model = "AAN", damped = TRUE), h = steps),
    "ARIMA" = function() forecast(auto.arima(weekly), h = steps),
    "loess then smoothing" = function() stlf(weekly, h = steps, method = "ets"),
    "loess then ARIMA" = function() stlf(weekly, h = steps, method = "arima"))
  if (length(past) >= 2 * 365) {
    made[["loess of week and year then smoothing"]] <- function() stlf(msts(past, c(7, 365)), h = steps, method = "ets")
  }
  made
}

of_intervals <- function(past, steps, day) {
  weekly <- ts(past, frequency = 7 * day)
  made <- list(
    "seasonal naive" = function() snaive(weekly, h = steps),
    "loess then smoothing" = function() stlf(weekly, h = steps, method = "ets"),
    "loess then ARIMA" = function() stlf(weekly, h = steps, method = "arima"),
    "loess of day and week then smoothing" = function() stlf(msts(past, c(day, 7 * day)), h = steps, method = "ets"),
    "loess of day and week then ARIMA" = function() stlf(msts(past, c(day, 7 * day)), h = steps, method = "arima"))
  if (min(past) > 0) {
    made[["double seasonal smoothing"]] <- function() dshw(past, day, 7 * day, h = steps)
  }
  made
}

judged <- function(name, minutes, ahead, origins, apart) {
  all <- as.numeric(readLines(file.path(told[1], paste0(name, ".csv"))))
  day <- 1440 / minutes
  days <- length(all) / day
  points <- days - ahead - (seq_len(origins) - 1) * apart
  do.call(rbind, lapply(points, function(point) {
    past <- as.numeric(na.interp(ts(all[seq_len(point * day)], frequency = if (day == 1) 7 else day)))
    past <- tail(past, if (day == 1) MOST_DAYS else MOST_DAYS_OF_INTERVALS * day)
    steps <- ahead * day
    came <- all[point * day + seq_len(steps)]
    made <- if (day == 1) of_days(past, steps) else of_intervals(past, steps, day)
    do.call(rbind, lapply(names(made), function(method) {
      tryCatch({
        said <- pmax(0, as.numeric(made[[method]]()$mean))
        data.frame(series = name, point = point, method = method,
                   off = sum(abs(came - said), na.rm = TRUE), came = sum(came, na.rm = TRUE))
      }, error = function(e) {
        message(name, ", day ", point, ", ", method, ": ", conditionMessage(e))
        NULL
      })
    }))
  }))
}

cat("series,point,method,off,came\n")
invisible(parallel::mclapply(seq_len(nrow(series)), function(i) {
  found <- with(series[i, ], judged(name, minutes, aheadDays, origins, apartDays))
  lines <- with(found, sprintf("%s,%d,%s,%.6g,%.6g", series, as.integer(point), method, off, came))
  cat(paste0(lines, "\n"), sep = "") # a series at a time, so that what is done stands when it is stopped
}, mc.cores = parallel::detectCores(), mc.preschedule = FALSE))

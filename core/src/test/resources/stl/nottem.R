# Makes nottem.csv: monthly temperatures at Nottingham 1920-1939 (R's own data set) and their robust, periodic decomposition by
# R's stl.
s <- stl(nottem, s.window = "periodic", robust = TRUE)
write.csv(data.frame(data = as.numeric(nottem), seasonal = as.numeric(s$time.series[, 1]),
  trend = as.numeric(s$time.series[, 2])), "nottem.csv", row.names = FALSE, quote = FALSE)

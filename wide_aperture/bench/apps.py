from django.apps import AppConfig


class BenchConfig(AppConfig):
    name = "wide_aperture.bench"
    label = "bench"

    def ready(self) -> None:
        from wide_aperture.jobs.work import register

        register("bench", "wide_aperture.bench.measuring.carry_out")
